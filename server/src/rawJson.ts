import type { FastifyReply } from 'fastify';

/** Stands where a document's text goes: no request can send it, since it holds a NUL. */
const PLACE = '\u0000document\u0000';
const QUOTED = JSON.stringify(PLACE);

/**
 * The JSON of an answer that holds one document, as text that is JSON already: a large document is not taken apart and
 * written again to be sent. `make` is given what to put in the document's place.
 */
function withDocument(make: (place: string) => unknown, document: string): string {
  const text = JSON.stringify(make(PLACE));
  const at = text.indexOf(QUOTED);
  return `${text.slice(0, at)}${document}${text.slice(at + QUOTED.length)}`;
}

/** Sends an answer that holds one document, as text that is JSON already. */
export const sendWithDocument = (
  reply: FastifyReply,
  make: (place: string) => unknown,
  document: string,
): FastifyReply =>
  reply
    .type('application/json; charset=utf-8')
    .serializer((text: unknown) => text as string)
    .send(withDocument(make, document));
