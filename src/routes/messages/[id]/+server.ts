import { error } from '@sveltejs/kit';
import { download } from '$lib/server/download';
import { findMessage } from '$lib/server/messages/outbox';
import type { RequestHandler } from './$types';

/** A message as its file, for a mail program to open and send. */
export const GET: RequestHandler = ({ params }) => {
  const message = findMessage(params.id) ?? error(404, 'This message is gone already.');
  return download(new Uint8Array(message.eml), `${message.subject}.eml`, 'message/rfc822');
};
