/** The engraved line with its counts as one picture that stands alone. */
import { newPicture, standingAlone, svgElement } from '../../files/svg-file.ts';

/** @param box holds the engraver's SVG and, over it, the one of the counts. */
export function engravingNode(box: HTMLElement): SVGSVGElement {
  const { width, height } = box.getBoundingClientRect();
  const svg = newPicture(width, height, '#ffffff');
  for (const part of box.querySelectorAll('svg')) {
    const group = svgElement('g', {});
    for (const inner of part.children) group.append(standingAlone(inner));
    svg.append(group);
  }
  return svg;
}
