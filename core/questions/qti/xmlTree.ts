import { SaxesParser } from 'saxes';

/** A file is no XML, or asks for more than anybody's questions need. */
export class XmlError extends Error {
  override readonly name = 'XmlError';
}

export interface XmlElement {
  /** Without its prefix. */
  name: string;
  /** By their names without prefixes. */
  attributes: ReadonlyMap<string, string>;
  children: readonly (XmlElement | string)[];
}

export const XML_LIMITS = { characters: 2_000_000, elements: 20_000, depth: 60 };

const local = (name: string): string => name.slice(name.indexOf(':') + 1);

/** Builds the tree while the parser reads; it keeps what is open. */
class TreeBuilder {
  private readonly open: { element: XmlElement; children: (XmlElement | string)[] }[] = [];
  private elements = 0;
  root: XmlElement | null = null;

  begin(name: string, attributes: Record<string, string>): void {
    this.elements += 1;
    if (this.elements > XML_LIMITS.elements || this.open.length >= XML_LIMITS.depth)
      throw new XmlError('The file is built in a way that no questions are.');
    const children: (XmlElement | string)[] = [];
    const named = new Map(Object.entries(attributes).map(([key, value]) => [local(key), value]));
    const element = { name: local(name), attributes: named, children };
    this.open.at(-1)?.children.push(element);
    this.root ??= element;
    this.open.push({ element, children });
  }

  text(words: string): void {
    this.open.at(-1)?.children.push(words);
  }

  end(): void {
    this.open.pop();
  }
}

/**
 * Reads XML into a tree. No document type is taken, so nothing is fetched, and no entity grows into a flood.
 *
 * @throws XmlError with a sentence for people
 */
export function readXml(text: string): XmlElement {
  if (text.length > XML_LIMITS.characters) throw new XmlError('The file is too large for questions.');
  const builder = new TreeBuilder();
  const parser = new SaxesParser();
  const stop = (words: string): never => {
    throw new XmlError(words);
  };
  parser.on('error', () => stop('The file is no XML, or it is broken.'));
  parser.on('doctype', () => stop('Files with a document type are not taken. Save it without one.'));
  parser.on('opentag', ({ name, attributes }) => builder.begin(name, attributes));
  parser.on('closetag', () => builder.end());
  parser.on('text', (words) => builder.text(words));
  parser.on('cdata', (words) => builder.text(words));
  parser.write(text).close();
  return builder.root ?? stop('The file is no XML, or it is broken.');
}

/** All elements of these names below one, in their order; what lies in one that was found is not looked at. */
export function below({ children }: XmlElement, ...names: string[]): XmlElement[] {
  return children.flatMap((child) => {
    if (typeof child === 'string') return [];
    return names.includes(child.name) ? [child] : below(child, ...names);
  });
}

/** Words of these stand apart from those before them. */
const BLOCKS = new Set(['p', 'div', 'br', 'li', 'tr', 'h1', 'h2', 'h3', 'prompt', 'simpleChoice']);

/** The words in an element, without those in elements of the names left out. */
export function wordsIn(element: XmlElement, without: readonly string[] = []): string {
  const gather = ({ children }: XmlElement): string =>
    children
      .map((child) => {
        if (typeof child === 'string') return child.replace(/\s+/g, ' ');
        if (without.includes(child.name)) return '';
        return BLOCKS.has(child.name) ? `\n${gather(child)}\n` : gather(child);
      })
      .join('');
  return gather(element)
    .replace(/ *\n\s*/g, '\n')
    .trim();
}
