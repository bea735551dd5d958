import type { FastifyRequest } from 'fastify';

/** Does work for a request with a signal that is aborted once its sender is gone: nobody waits for it then. */
export const whileHere = async <R>(request: FastifyRequest, work: (signal: AbortSignal) => Promise<R>): Promise<R> => {
  const gone = new AbortController();
  const leave = (): void => gone.abort(new Error('The sender is gone.'));
  const { socket } = request.raw;
  socket.once('close', leave);
  try {
    return await work(gone.signal);
  } finally {
    socket.off('close', leave);
  }
};
