/**
 * Only pages of this very server may talk to it: a foreign Host (DNS rebinding) or Origin (another site's script)
 * is refused, and so is whatever the browser itself says another site began. The server listens on loopback only, so
 * loopback names are the only good ones.
 */
import type { Context, Next } from 'koa';
import { Problem } from './problem.ts';

const LOOPBACK = /^(localhost|127\.0\.0\.1|\[::1\])(:\d+)?$/i;

/** @param developmentOrigin origin of the development server that proxies to this one, if any. */
export function guard(developmentOrigin?: string) {
  return async (ctx: Context, next: Next): Promise<void> => {
    const host = ctx.get('Host');
    if (!LOOPBACK.test(host)) {
      throw new Problem(
        403,
        'Foreign host',
        `This server answers to localhost only, not to "${host.slice(0, 100)}".`,
      );
    }
    const origin = ctx.get('Origin');
    const own = origin === '' || origin === `http://${host}` || origin === developmentOrigin;
    if (!own) {
      throw new Problem(
        403,
        'Foreign origin',
        `Requests from ${origin.slice(0, 100)} are refused; open Feldspar at http://${host}.`,
      );
    }
    // A link from elsewhere may open a page; it may not ask the API, nor be put into another site's page.
    const site = ctx.get('Sec-Fetch-Site');
    const opensPage = ctx.get('Sec-Fetch-Mode') === 'navigate' && !ctx.path.startsWith('/api/');
    if (site !== '' && site !== 'same-origin' && site !== 'none' && !opensPage) {
      throw new Problem(
        403,
        'Foreign site',
        `Requests that another site begins are refused; open Feldspar at http://${host}.`,
      );
    }
    await next();
  };
}
