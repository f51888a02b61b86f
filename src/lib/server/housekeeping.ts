import { database } from './db/client';
import { housekeeping } from './db/schema';

export interface Housekeeping {
  /** How many daily backups are kept. */
  readonly backupsKept: number;
  /** Whether the home network may come in, once there is a passphrase. */
  readonly isOnNetwork: boolean;
  /** `smtp://…` or `smtps://…` of a mail server; empty: messages stay in the outbox. */
  readonly mailServer: string;
  readonly mailFrom: string;
}

const USUAL: Housekeeping = { backupsKept: 14, isOnNetwork: false, mailServer: '', mailFrom: '' };

export function readHousekeeping(): Housekeeping {
  const row = database().select().from(housekeeping).get();
  if (!row) return USUAL;
  const { backupsKept, isOnNetwork, mailServer, mailFrom } = row;
  return { backupsKept, isOnNetwork, mailServer, mailFrom };
}

export function keepHousekeeping(change: Partial<Housekeeping>): void {
  const values = { ...readHousekeeping(), ...change };
  database()
    .insert(housekeeping)
    .values({ id: 1, ...values })
    .onConflictDoUpdate({ target: housekeeping.id, set: values })
    .run();
}
