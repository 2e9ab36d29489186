/** XML as a small tree. Files that bring entities of their own are refused: they are how a small file becomes a large one. */
import { SaxesParser } from 'saxes';

export interface Element {
  name: string;
  attributes: Readonly<Record<string, string>>;
  children: Element[];
  text: string;
}

/** Deeper than any score goes. */
const DEEPEST = 64;
const MOST_ELEMENTS = 150_000;

/** @throws Error with a reason a user can read. */
export function readXml(text: string): Element {
  const parser = new SaxesParser();
  let root: Element | null = null;
  const open: Element[] = [];
  let count = 0;
  parser.on('doctype', (declared) => {
    if (/<!|\[/.test(declared))
      throw new Error('The file declares entities of its own; such files are not read.');
  });
  parser.on('error', (error) => {
    throw new Error(`It is not well-formed XML: ${error.message}.`);
  });
  parser.on('opentag', ({ name, attributes }) => {
    const element: Element = {
      name,
      attributes: attributes as Record<string, string>,
      children: [],
      text: '',
    };
    if (open.length >= DEEPEST || ++count > MOST_ELEMENTS)
      throw new Error('The file is nested or long beyond any score.');
    open.at(-1)?.children.push(element);
    root ??= element;
    open.push(element);
  });
  const add = (more: string) => {
    const here = open.at(-1);
    if (here) here.text += more;
  };
  parser.on('text', add);
  parser.on('cdata', add);
  parser.on('closetag', () => void open.pop());
  parser.write(text).close();
  if (!root) throw new Error('The file is empty.');
  return root;
}

export const child = (element: Element | undefined, name: string) =>
  element?.children.find((inner) => inner.name === name);
export const children = (element: Element | undefined, name: string) =>
  element?.children.filter((inner) => inner.name === name) ?? [];
export const textOf = (element: Element | undefined, ...path: string[]): string | null => {
  const found = path.reduce<Element | undefined>((inner, name) => child(inner, name), element);
  return found ? found.text.trim() : null;
};
