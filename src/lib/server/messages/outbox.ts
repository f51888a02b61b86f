import { desc, eq } from 'drizzle-orm';
import MailComposer from 'nodemailer/lib/mail-composer';
import { createTransport } from 'nodemailer';
import { database } from '../db/client';
import { learners, messages } from '../db/schema';
import { standing } from '../db/standing';
import { readHousekeeping } from '../housekeeping';
import { log } from '../log';
import { newId, notFound, type Outcome } from '../outcome';

/** A message before it is written into the outbox. */
export interface NewMessage {
  readonly learnerId: string;
  readonly to: string;
  readonly subject: string;
  readonly text: string;
  readonly html: string;
  readonly attachments: readonly {
    readonly filename: string;
    readonly content: Uint8Array | string;
    readonly contentType: string;
  }[];
}

/** As nobody's address is known, a message of the outbox is from the studio itself. */
const FROM = 'Key Path studio <studio@localhost>';

/** Writes a message as a file in the open format (RFC 5322) and lays it into the outbox. Nothing leaves by that. */
export async function layIntoOutbox(message: NewMessage, nowMs: number): Promise<string> {
  const { learnerId, to, subject, text, html, attachments } = message;
  const composed = new MailComposer({
    from: readHousekeeping().mailFrom || FROM,
    ...{ to, subject, text, html, date: new Date(nowMs) },
    attachments: attachments.map(({ content, ...rest }) => ({
      ...rest,
      content: typeof content === 'string' ? content : Buffer.from(content),
    })),
  });
  const eml = await composed.compile().build();
  const id = newId();
  database().insert(messages).values({ id, learnerId, to, subject, eml, createdAtMs: nowMs }).run();
  return id;
}

/** What lies in the outbox and what was sent, the newest first. */
export function listMessages() {
  return database()
    .select({
      id: messages.id,
      learnerName: learners.name,
      to: messages.to,
      subject: messages.subject,
      createdAtMs: messages.createdAtMs,
      sentAtMs: messages.sentAtMs,
    })
    .from(messages)
    .innerJoin(learners, eq(learners.id, messages.learnerId))
    .where(standing.learner)
    .orderBy(desc(messages.createdAtMs))
    .all();
}

/** Everything written to one learner, the oldest first, with the files. */
export function messagesTo(learnerId: string) {
  return database()
    .select()
    .from(messages)
    .where(eq(messages.learnerId, learnerId))
    .orderBy(messages.createdAtMs)
    .all();
}

export function findMessage(id: string) {
  return database().select().from(messages).where(eq(messages.id, id)).get() ?? null;
}

export function deleteMessage(id: string): Outcome<null> {
  const { changes } = database().delete(messages).where(eq(messages.id, id)).run();
  return changes === 1 ? { ok: true, value: null } : notFound('This message is gone already.');
}

type SendFailure = 'not-found' | 'no-server' | 'not-sent';

/** Hands a message over to the mail server, where one is set; asked for by the teacher each time. */
export async function sendMessage(id: string, nowMs: number): Promise<Outcome<null, SendFailure>> {
  const message = findMessage(id);
  if (!message) return notFound('This message is gone already.');
  const { mailServer, mailFrom } = readHousekeeping();
  if (!mailServer || !mailFrom)
    return {
      ok: false,
      code: 'no-server',
      message: 'No mail server is set: save the message as a file instead.',
    };
  try {
    const transport = createTransport({
      url: mailServer,
      connectionTimeout: 10_000,
      greetingTimeout: 10_000,
    });
    await transport.sendMail({ envelope: { from: mailFrom, to: message.to }, raw: message.eml });
  } catch (fault) {
    log.error({ fault: fault instanceof Error ? fault.message : String(fault) }, 'a message was not sent');
    return {
      ok: false,
      code: 'not-sent',
      message:
        'The mail server did not take it. It lies in the outbox still; look at the server’s address and try again.',
    };
  }
  database().update(messages).set({ sentAtMs: nowMs }).where(eq(messages.id, id)).run();
  return { ok: true, value: null };
}
