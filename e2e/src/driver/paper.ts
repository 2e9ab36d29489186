/** Paper, and what comes out of the printer. */

/** Inches. */
export const PAPERS = { A4: { width: 8.27, height: 11.69 }, Letter: { width: 8.5, height: 11 } };

export function pagesOf(pdf: Buffer): number {
  return pdf.toString('latin1').match(/\/Type\s*\/Page\b(?!s)/g)?.length ?? 0;
}
