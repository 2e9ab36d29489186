/**
 * Only pages of this very server may talk to it: a foreign Host (DNS rebinding) or Origin (another site's script)
 * is refused. The server listens on loopback only, so loopback names are the only good ones.
 */
import type { Context, Next } from 'koa';
import { Problem } from './problem.ts';

const LOOPBACK = /^(localhost|127\.0\.0\.1|\[::1\])(:\d+)?$/i;

/** @param developmentOrigin origin of the development server that proxies to this one, if any. */
export function guard(developmentOrigin?: string) {
  return async (ctx: Context, next: Next): Promise<void> => {
    const host = ctx.get('Host');
    if (!LOOPBACK.test(host)) {
      throw new Problem(403, 'Foreign host', `This server answers to localhost only, not to "${host}".`);
    }
    const origin = ctx.get('Origin');
    const own = origin === '' || origin === `http://${host}` || origin === developmentOrigin;
    if (!own) {
      throw new Problem(
        403,
        'Foreign origin',
        `Requests from ${origin} are refused; open Feldspar at http://${host}.`,
      );
    }
    await next();
  };
}
