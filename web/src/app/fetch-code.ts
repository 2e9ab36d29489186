/**
 * All code of the application, fetched into the browser's cache: the server may be away when a screen, a worker or a worklet is asked for.
 * Nothing of it is run. Its files never change under their names, so what is in the cache is taken from there.
 */
import { z } from 'zod';

/** Written by the build; there is none where the page is served for development. */
const LIST = '/code.json';
const FETCHED = 'feldspar code fetched';

const Files = z.array(z.string().max(200).startsWith('/assets/')).max(2000);

/**
 * Once for each tab; again with the next page where some of it did not come.
 * @param build what tells this build from others.
 */
export async function fetchCode(build: string): Promise<void> {
  if (fetchedOf() === build) return;
  try {
    const files = Files.parse(await (await fetched(LIST)).json());
    // One after another: whatever is asked for meanwhile comes first.
    for (const file of files) await (await fetched(file)).arrayBuffer();
    sessionStorage.setItem(FETCHED, build);
  } catch {
    // The server is away already, or this browser keeps nothing.
  }
}

async function fetched(address: string): Promise<Response> {
  const response = await fetch(address, { priority: 'low' });
  if (!response.ok) throw new Error(`${address}: ${response.status}`);
  return response;
}

function fetchedOf(): string | null {
  try {
    return sessionStorage.getItem(FETCHED);
  } catch {
    return null;
  }
}
