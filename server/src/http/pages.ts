/**
 * The built web application: hashed assets for ever, pages fresh, every other address the one page. The files are those that
 * were there at the start: an address is looked up in their list and never becomes a path of the disk.
 */
import { existsSync, readdirSync } from 'node:fs';
import type { Context, Next } from 'koa';
import send from 'koa-send';

const YEAR_MS = 365 * 24 * 3600 * 1000;
const PAGE = 'index.html';

/** @param folder the build's output; when it is missing the server answers the API only. */
export function pages(folder: string) {
  const files = new Set(filesIn(folder));
  return async (ctx: Context, next: Next): Promise<void> => {
    if ((ctx.method !== 'GET' && ctx.method !== 'HEAD') || ctx.path.startsWith('/api/')) return next();
    const name = ctx.path.slice(1);
    if (files.has(name)) {
      const isAsset = name.startsWith('assets/');
      await send(ctx, name, { root: folder, maxage: isAsset ? YEAR_MS : 0, immutable: isAsset });
    } else if (files.has(PAGE) && !/\.[a-z0-9]+$/i.test(name)) {
      await send(ctx, PAGE, { root: folder });
      ctx.set('Cache-Control', 'no-cache');
    } else await next();
  };
}

function filesIn(folder: string): string[] {
  if (!existsSync(folder)) return [];
  return readdirSync(folder, { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile())
    .map((entry) =>
      `${entry.parentPath.slice(folder.length)}/${entry.name}`.replaceAll('\\', '/').replace(/^\//, ''),
    );
}
