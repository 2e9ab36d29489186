/** A take as one picture to keep or to send: what matters most, its core, who played it and when. */
import { createRoot } from 'react-dom/client';
import { flushSync } from 'react-dom';
import { CoreSample } from '../../parts/core-sample/CoreSample.tsx';
import type { CoreModel } from '../../parts/core-sample/model.ts';
import { windowOf } from '../../parts/core-sample/window.ts';
import { newPicture, standingAlone, svgElement } from '../../files/svg-file.ts';

const WIDTH = 760;
const MARGIN = 32;
/** Longer takes are shown from their beginning; the last line says so. */
const MOST_ROWS = 120;
const HEAD = { size: 26, line: 34 } as const;
const LINE = { size: 15, line: 22 } as const;

export interface TakeFacts {
  sentence: string;
  /** Plan, tempo, player, day. */
  facts: string;
  core: CoreModel;
}

/** As the page looks now, in its colours. */
export function takePicture({ sentence, facts, core }: TakeFacts): SVGSVGElement {
  const looks = getComputedStyle(document.body);
  const head = getComputedStyle(document.querySelector('h1') ?? document.body);
  const total = core.rows.length;
  const shown = total > MOST_ROWS ? windowOf(core, 0, MOST_ROWS) : core;
  const below = total > MOST_ROWS ? `${facts} · bars 1 to ${MOST_ROWS} of ${total}` : facts;
  const headFont = { 'font-family': head.fontFamily, 'font-weight': head.fontWeight, 'font-size': HEAD.size };
  const lineFont = { 'font-family': looks.fontFamily, 'font-weight': '400', 'font-size': LINE.size };
  const headLines = wrapped(sentence, headFont);
  const lines = wrapped(below, lineFont);
  const drawn = drawnCore(shown);
  const coreTop = MARGIN + headLines.length * HEAD.line + 12;
  const linesTop = coreTop + drawn.height + 28;
  const svg = newPicture(WIDTH, linesTop + lines.length * LINE.line + MARGIN - 12, looks.backgroundColor);
  const text = (content: string, y: number, font: Record<string, string | number>) => {
    const element = svgElement('text', { x: MARGIN, y, fill: looks.color, ...font });
    element.textContent = content;
    return element;
  };
  const place = svgElement('g', { transform: `translate(${MARGIN} ${coreTop})` });
  place.append(...drawn.parts);
  svg.append(
    ...headLines.map((line, i) => text(line, MARGIN + HEAD.size + i * HEAD.line, headFont)),
    place,
    ...lines.map((line, i) => text(line, linesTop + i * LINE.line, lineFont)),
  );
  return svg;
}

/** Drawn where nobody sees it, so that its colours are those of the page. */
function drawnCore(model: CoreModel): { parts: Element[]; height: number } {
  const host = document.createElement('div');
  host.setAttribute('aria-hidden', 'true');
  Object.assign(host.style, { position: 'fixed', left: '-9999px', top: '0' });
  document.body.append(host);
  const root = createRoot(host);
  try {
    const rowHeight = model.rows.length > 40 ? 13 : 22;
    flushSync(() =>
      root.render(<CoreSample model={model} width={WIDTH - 2 * MARGIN} rowHeight={rowHeight} label="" />),
    );
    const svg = host.querySelector('svg')!;
    return { parts: [...svg.children].map(standingAlone), height: svg.height.baseVal.value };
  } finally {
    root.unmount();
    host.remove();
  }
}

/** Into lines that fit between the margins. */
function wrapped(text: string, font: Record<string, string | number>): string[] {
  const pen = document.createElement('canvas').getContext('2d')!;
  pen.font = `${font['font-weight']} ${font['font-size']}px ${font['font-family']}`;
  const lines: string[] = [];
  for (const word of text.split(' ')) {
    const last = lines.at(-1);
    const longer = last === undefined ? word : `${last} ${word}`;
    if (last === undefined || pen.measureText(longer).width > WIDTH - 2 * MARGIN) lines.push(word);
    else lines[lines.length - 1] = longer;
  }
  return lines;
}
