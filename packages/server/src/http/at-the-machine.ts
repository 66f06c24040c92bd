import type { Request } from 'express';

const LOOPBACK_ADDRESS = /^(127\.|::1$|::ffff:127\.)/;
const LOOPBACK_NAME = /^(localhost|127\.\d+\.\d+\.\d+|\[::1\])(:\d+)?$/;

/** Whether the request comes from the machine itself, and through nothing that passes on what others ask. */
export function isAtTheMachine(req: Pick<Request, 'socket' | 'get'>): boolean {
  return (
    LOOPBACK_ADDRESS.test(req.socket.remoteAddress ?? '') &&
    LOOPBACK_NAME.test(req.get('host') ?? '') &&
    req.get('x-forwarded-for') === undefined
  );
}
