/** A file from somebody's disk as a JSON value; refused with the remedy. */
import type { FieldProblem } from '@feldspar/core/plan';

export type Read<Document> = Document | { problems: FieldProblem[] };

/**
 * @param what the file is to be: "plan". @param read checks the value.
 * @returns the document, or problems whose paths name the file where they are of the whole of it.
 */
export async function readJsonFile<Document extends object>(
  file: File,
  what: string,
  mostBytes: number,
  read: (value: unknown) => Read<Document>,
): Promise<Read<Document>> {
  const refuse = (message: string) => ({ problems: [{ path: '', message: `${file.name}: ${message}` }] });
  if (file.size > mostBytes)
    return refuse(
      `larger than ${Math.floor(mostBytes / 1024 / 1024)} MB, which no ${what} is. Choose a ${what} file (.json).`,
    );
  let value: unknown;
  try {
    value = JSON.parse(await file.text());
  } catch {
    return refuse(`not valid JSON. Choose a ${what} file, or check it for a missing bracket or comma.`);
  }
  const result = read(value);
  if (!('problems' in result)) return result;
  return { problems: result.problems.map(({ path, message }) => ({ path: path || file.name, message })) };
}
