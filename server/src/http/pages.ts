/** The built web application: hashed assets for ever, pages fresh, every unknown address the one page. */
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import type { Context, Next } from 'koa';
import send from 'koa-send';

const YEAR_MS = 365 * 24 * 3600 * 1000;

/** @param folder the build's output; when it is missing the server answers the API only. */
export function pages(folder: string) {
  return async (ctx: Context, next: Next): Promise<void> => {
    if ((ctx.method !== 'GET' && ctx.method !== 'HEAD') || ctx.path.startsWith('/api/')) return next();
    const isAsset = ctx.path.startsWith('/assets/');
    const isFile = isAsset || /\.[a-z0-9]+$/i.test(ctx.path);
    if (isFile && existsSync(join(folder, ctx.path))) {
      await send(ctx, ctx.path, { root: folder, maxage: isAsset ? YEAR_MS : 0, immutable: isAsset });
    } else if (isFile || !existsSync(join(folder, 'index.html'))) {
      await next();
    } else {
      await send(ctx, 'index.html', { root: folder });
      ctx.set('Cache-Control', 'no-cache');
    }
  };
}
