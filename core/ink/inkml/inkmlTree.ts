import { SaxesParser } from 'saxes';
import { InkmlError } from './inkmlStroke';

/** One element of an InkML file, without the prefix of its name. */
export interface InkmlElement {
  name: string;
  /** By local name: `id` is `xml:id` as well. */
  attributes: ReadonlyMap<string, string>;
  children: InkmlElement[];
  text: string;
}

/** Deeper than any program nests. */
const MOST_DEPTH = 64;
const MOST_ELEMENTS = 200_000;

const localName = (name: string): string => name.slice(name.indexOf(':') + 1);

/** Puts elements together as the parser meets them. */
class TreeBuilder {
  readonly open: InkmlElement[] = [];
  root: InkmlElement | null = null;
  private count = 0;

  begin(name: string, attributes: Record<string, string>): void {
    if (this.open.length >= MOST_DEPTH) throw new InkmlError('This ink nests too deeply to be taken in.');
    if (++this.count > MOST_ELEMENTS) throw new InkmlError('This ink has too many parts to be taken in.');
    const element: InkmlElement = {
      name: localName(name),
      attributes: new Map(Object.entries(attributes).map(([key, value]) => [localName(key), value])),
      children: [],
      text: '',
    };
    this.open.at(-1)?.children.push(element);
    this.root ??= element;
    this.open.push(element);
  }

  text(piece: string): void {
    const element = this.open.at(-1);
    if (element) element.text += piece;
  }

  end(): void {
    this.open.pop();
  }
}

/** @throws InkmlError if the text is no XML, brings a document type, or nests too deeply */
export function readTree(text: string): InkmlElement {
  const parser = new SaxesParser({ xmlns: false });
  const builder = new TreeBuilder();
  parser.on('error', (error) => {
    throw new InkmlError(`This is no InkML that can be read: ${error.message}`);
  });
  parser.on('doctype', () => {
    throw new InkmlError('InkML with a document type of its own is not taken in.');
  });
  parser.on('opentag', ({ name, attributes }) => builder.begin(name, attributes as Record<string, string>));
  parser.on('text', (piece) => builder.text(piece));
  parser.on('cdata', (piece) => builder.text(piece));
  parser.on('closetag', () => builder.end());
  parser.write(text).close();
  if (builder.root?.name !== 'ink') throw new InkmlError('This file holds no InkML.');
  return builder.root;
}

export const attribute = (element: InkmlElement, name: string): string => element.attributes.get(name) ?? '';

export const childrenNamed = (element: InkmlElement, name: string): InkmlElement[] =>
  element.children.filter((child) => child.name === name);

/** Elements by the id that others refer to them by. */
export function elementsById(root: InkmlElement): Map<string, InkmlElement> {
  const found = new Map<string, InkmlElement>();
  const waiting = [root];
  for (let element = waiting.pop(); element; element = waiting.pop()) {
    const id = attribute(element, 'id');
    if (id && !found.has(id)) found.set(id, element);
    waiting.push(...element.children);
  }
  return found;
}
