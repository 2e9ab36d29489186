/** The engraved line with its counts as one SVG that stands alone, or as a PNG of it. */

const PNG_SCALE = 2;
/** What the page's rules give; outside the page they must be said. */
const KEPT = ['fill', 'stroke', 'font-family', 'font-size', 'font-weight', 'font-style'] as const;

/** @param box holds the engraver's SVG and, over it, the one of the counts. */
export function engravingSvg(box: HTMLElement): string {
  return new XMLSerializer().serializeToString(engravingNode(box));
}

export function engravingNode(box: HTMLElement): SVGSVGElement {
  const { width, height } = box.getBoundingClientRect();
  const svg = document.createElementNS('http://www.w3.org/2000/svg', 'svg');
  svg.setAttribute('xmlns', 'http://www.w3.org/2000/svg');
  svg.setAttribute('width', String(width));
  svg.setAttribute('height', String(height));
  svg.setAttribute('viewBox', `0 0 ${width} ${height}`);
  svg.append(ground(width, height));
  for (const part of box.querySelectorAll('svg')) {
    const group = document.createElementNS('http://www.w3.org/2000/svg', 'g');
    for (const inner of part.children) group.append(standingAlone(inner));
    svg.append(group);
  }
  return svg;
}

function ground(width: number, height: number): SVGRectElement {
  const rect = document.createElementNS('http://www.w3.org/2000/svg', 'rect');
  rect.setAttribute('width', String(width));
  rect.setAttribute('height', String(height));
  rect.setAttribute('fill', '#ffffff');
  return rect;
}

/** A copy with its looks written into it; the mark of the chosen note is left out. */
function standingAlone(element: Element): Element {
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

/** @throws Error when the browser cannot draw it. */
export async function engravingPng(box: HTMLElement): Promise<Blob> {
  const image = new Image();
  image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(engravingSvg(box))}`;
  await image.decode();
  const canvas = document.createElement('canvas');
  canvas.width = image.width * PNG_SCALE;
  canvas.height = image.height * PNG_SCALE;
  canvas.getContext('2d')!.drawImage(image, 0, 0, canvas.width, canvas.height);
  return new Promise((resolve, reject) =>
    canvas.toBlob((blob) => (blob ? resolve(blob) : reject(new Error('This browser cannot make a PNG.')))),
  );
}
