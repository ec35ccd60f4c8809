import type { FastifyReply } from 'fastify';

/** Tells when whoever asked has gone before the answer was sent. */
export function goneSignal(reply: FastifyReply): AbortSignal {
  const gone = new AbortController();
  reply.raw.once('close', () => {
    if (!reply.raw.writableFinished) gone.abort();
  });
  return gone.signal;
}
