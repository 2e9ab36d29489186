/** What the driver asks inside a page. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';

/**
 * Finds by role and accessible name as the standards compute them (WAI-ARIA, Accessible Name and Description Computation): what a screen
 * reader would say. The library is put into a page when something is first looked for there.
 */
export const QUERIES = readFileSync(
  join(process.cwd(), 'node_modules/@testing-library/dom/dist/@testing-library/dom.umd.min.js'),
  'utf8',
);
export const BY_ROLE = `
  if (!window.TestingLibraryDom) return null;
  const [role, name] = arguments;
  const { queryAllByRole } = window.TestingLibraryDom;
  const visible = (el) => el.getClientRects().length > 0 && getComputedStyle(el).visibility !== 'hidden' && !el.closest('[aria-hidden=true]');
  // These have no name of their own: a screen reader reads out what they hold.
  const readOut = ['alert', 'status', 'listitem'].includes(role);
  const pattern = name === null ? null : new RegExp(name, 'i');
  const options = { hidden: true, ...(pattern && !readOut ? { name: pattern } : {}) };
  // Whether something is seen is asked of those that were found; of all of them it would take long.
  return queryAllByRole(document.body, role, options).filter(
    (el) => visible(el) && (!pattern || !readOut || pattern.test(el.textContent.replace(/\\s+/g, ' ').trim())),
  );
`;

/** The element, where it is at the same place two frames later. */
export const STANDS = `
  const [element] = arguments;
  const place = () => {
    const { x, y, width, height } = element.getBoundingClientRect();
    return [x, y, width, height].join();
  };
  const before = place();
  return new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done)))
    .then(() => (element.isConnected && place() === before ? element : null));
`;
