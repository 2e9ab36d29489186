/** Pictures as files that stand alone: their looks and their letters written into them, as SVG, or as a PNG of it. */

import { saveBlob, saveFile } from './save-file.ts';

const SVG = 'http://www.w3.org/2000/svg';
const PNG_SCALE = 2;
/** What the page's rules give; outside the page they must be said. */
const KEPT = ['fill', 'stroke', 'font-family', 'font-size', 'font-weight', 'font-style'] as const;

export function svgElement<Name extends keyof SVGElementTagNameMap>(
  name: Name,
  attributes: Record<string, string | number>,
): SVGElementTagNameMap[Name] {
  const element = document.createElementNS(SVG, name);
  for (const [key, value] of Object.entries(attributes)) element.setAttribute(key, String(value));
  return element;
}

/** An empty picture on a ground. */
export function newPicture(width: number, height: number, ground: string): SVGSVGElement {
  const svg = svgElement('svg', { xmlns: SVG, width, height, viewBox: `0 0 ${width} ${height}` });
  svg.append(svgElement('rect', { width, height, fill: ground }));
  return svg;
}

/** A copy with its looks written into it; a mark of what is chosen (`data-mark`) is left out. */
export function standingAlone(element: Element): Element {
  const copy = element.cloneNode(false) as Element;
  const looks = getComputedStyle(element);
  for (const name of KEPT) copy.setAttribute(name, looks.getPropertyValue(name));
  copy.removeAttribute('style');
  for (const node of element.childNodes) {
    if (node instanceof Element) {
      if (!node.hasAttribute('data-mark')) copy.append(standingAlone(node));
    } else copy.append(node.cloneNode());
  }
  return copy;
}

export type PictureKind = 'svg' | 'png';

/** @param nameOf makes a file's name with this ending. @throws Error when the browser cannot draw it. */
export async function saveSvg(
  svg: SVGSVGElement,
  kind: PictureKind,
  nameOf: (ending: PictureKind) => string,
): Promise<void> {
  if (kind === 'svg') saveFile(nameOf('svg'), 'image/svg+xml', await svgText(svg));
  else saveBlob(nameOf('png'), await pngOf(svg));
}

/** The picture as a file; the page's own letters travel in it. */
async function svgText(svg: SVGSVGElement): Promise<string> {
  const faces = await ownFaces();
  if (faces) {
    const style = document.createElementNS(SVG, 'style');
    style.textContent = faces;
    svg.prepend(style);
  }
  return new XMLSerializer().serializeToString(svg);
}

async function pngOf(svg: SVGSVGElement): Promise<Blob> {
  const image = new Image();
  image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(await svgText(svg))}`;
  await image.decode();
  const canvas = document.createElement('canvas');
  canvas.width = image.width * PNG_SCALE;
  canvas.height = image.height * PNG_SCALE;
  canvas.getContext('2d')!.drawImage(image, 0, 0, canvas.width, canvas.height);
  return new Promise((resolve, reject) =>
    canvas.toBlob((blob) => (blob ? resolve(blob) : reject(new Error('This browser cannot make a PNG.')))),
  );
}

/** The faces of the page for Western letters and digits, as rules with their files inside. */
async function ownFaces(): Promise<string> {
  const rules = [...document.styleSheets].flatMap((sheet) => [...sheet.cssRules]);
  const faces = rules.filter(
    (rule): rule is CSSFontFaceRule =>
      rule instanceof CSSFontFaceRule &&
      /^u\+0{1,4}-/i.test(rule.style.getPropertyValue('unicode-range') || 'U+0-'),
  );
  const written = await Promise.all(
    faces.map(async (rule) => {
      const source = /url\("?([^")]+)"?\)/.exec(rule.style.getPropertyValue('src'))?.[1];
      if (!source) return '';
      const answer = await fetch(new URL(source, rule.parentStyleSheet?.href ?? document.baseURI));
      return rule.cssText.replace(/src:[^;]+;/, `src: url("${await dataUrl(await answer.blob())}");`);
    }),
  );
  return written.join('\n');
}

function dataUrl(blob: Blob): Promise<string> {
  return new Promise((resolve, reject) => {
    const reader = new FileReader();
    reader.onload = () => resolve(reader.result as string);
    reader.onerror = () => reject(reader.error ?? new Error('A font could not be read.'));
    reader.readAsDataURL(blob);
  });
}
