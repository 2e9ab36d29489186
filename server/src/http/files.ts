/** A file as an answer, or the part of it that a Range asks for (RFC 9110, 14), so that a player can jump about in it. */
import { createReadStream, statSync } from 'node:fs';
import type { Context } from 'koa';
import parseRange from 'range-parser';
import { Problem } from './problem.ts';

/** @throws Problem 416 for a range that lies outside. */
export function sendFile(ctx: Context, path: string): void {
  const { size } = statSync(path);
  ctx.set('Accept-Ranges', 'bytes');
  // Its name is its content.
  ctx.set('Cache-Control', 'private, no-cache');
  ctx.type = 'audio/wav';
  const asked = ctx.get('Range');
  const ranges = asked ? parseRange(size, asked) : -2;
  if (ranges === -1) {
    ctx.set('Content-Range', `bytes */${size}`);
    throw new Problem(416, 'Outside', `The file has ${size} bytes; the range lies beyond them.`);
  }
  // Several ranges at once, or a text that is none: all of it, as the standard allows.
  const [range] = ranges === -2 || ranges.length !== 1 ? [] : ranges;
  ctx.status = range ? 206 : 200;
  if (range) ctx.set('Content-Range', `bytes ${range.start}-${range.end}/${size}`);
  ctx.length = range ? range.end - range.start + 1 : size;
  ctx.body = createReadStream(path, range ?? {});
}
