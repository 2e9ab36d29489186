/** What the table of routes says of one route, and the kinds of routes that come again and again. */
import { z } from 'zod';

export const KB = 1024;
export const MB = 1024 * KB;

/** The size of a body where the table says nothing. */
export const USUAL_BODY_BYTES = 8 * KB;

export interface Route {
  /** In the imperative, for readers of the document. */
  does: string;
  query?: z.ZodObject;
  body?: z.ZodType;
  /** The body is a recording (audio/wav), read as it comes; its size is set by the server. */
  sound?: true;
  /** The body is a piece of a sound file (application/octet-stream). */
  piece?: true;
  /** A file is answered (audio/wav), or the part of it that a Range asks for. */
  file?: true;
  /** What is sent or answered as it is: its media type. */
  sends?: string;
  takes?: string;
  /** How large the body may be. */
  bytes?: number;
  /** Null where nothing is answered (204). */
  answer: z.ZodType | null;
  /** Beside 200, where something new may be made. */
  created?: true;
  /**
   * What whoever opened the studio as one player may ask: anything it holds, a list of their own, or a thing of their own. Where it is left
   * out the route is the teacher's, and there is no such thing for them.
   */
  player?: 'anything' | 'own list' | 'own thing';
  /** Which refusals are its own; those that any route may answer are not named. */
  refuses?: Partial<Record<404 | 409 | 410 | 413 | 415 | 422, string>>;
}

export const idAnswer = z.object({ id: z.uuid() });
/** A document that is kept whole: the last one said counts. */
export const keeping = <Body extends z.ZodType>(what: string, body: Body, bytes: number) =>
  ({
    does: `Store ${what}, in place of what was.`,
    body,
    bytes,
    answer: idAnswer,
    created: true,
    refuses: { 410: `This one was deleted.`, 422: `It has errors.` },
  }) as const;
/** What is deleted lies in the bin, and comes back. */
export const removing = <Kind extends string>(kind: Kind, what: string, does: string) =>
  ({
    [`DELETE /${kind}s/:id`]: { does, answer: null, refuses: gone(what) },
    [`POST /${kind}s/:id/restore`]: {
      does: `Bring it back from the bin: ${what}.`,
      answer: null,
      refuses: gone(what),
    },
  }) as Record<`DELETE /${Kind}s/:id` | `POST /${Kind}s/:id/restore`, Removal>;
export interface Removal {
  does: string;
  answer: null;
  refuses: { 404: string };
}
export const gone = (what: string) => ({ 404: `There is no such ${what}.` });
