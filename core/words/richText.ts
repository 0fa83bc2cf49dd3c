/**
 * Text with headings, lists, pictures and links, as the JSON of its editor (ProseMirror's form). Only what is listed
 * here is read:
 * whatever else came in (a broken client, a hostile archive) is left out, so it can be shown without being cleaned
 * again.
 */

export interface TextMark {
  type: 'bold' | 'italic' | 'link';
  attrs?: { href: string };
}

export type TextNode =
  | { type: 'text'; text: string; marks?: TextMark[] }
  | { type: 'hardBreak' }
  | { type: 'image'; attrs: { /** Id of its Media. */ media: string; alt: string } }
  | { type: 'paragraph' | 'bulletList' | 'orderedList' | 'listItem'; content?: TextNode[] }
  | { type: 'heading'; attrs: { level: 2 | 3 }; content?: TextNode[] };

export interface RichText {
  type: 'doc';
  content: TextNode[];
}

export const NO_TEXT: RichText = { type: 'doc', content: [] };

/** Most characters of a text, and how deep lists may lie in each other. */
export const MAX_RICH_TEXT = 20_000;
const DEEPEST = 12;

/** Ids of the pictures in a text, in their order. */
export function picturesIn({ content }: RichText): string[] {
  return content.flatMap((node) => (node.type === 'image' ? [node.attrs.media] : []));
}

const WITHIN: Record<string, readonly string[]> = {
  doc: ['paragraph', 'heading', 'bulletList', 'orderedList', 'image'],
  paragraph: ['text', 'hardBreak'],
  heading: ['text', 'hardBreak'],
  bulletList: ['listItem'],
  orderedList: ['listItem'],
  listItem: ['paragraph', 'bulletList', 'orderedList'],
};
const UUID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/i;

/** An address that may be followed: web and mail, nothing that runs. Null for any other. */
export function safeAddress(value: unknown): string | null {
  if (typeof value !== 'string' || value.length > 2_000) return null;
  const address = value.trim();
  return /^(https?:\/\/|mailto:)[^\s<>"']+$/i.test(address) ? address : null;
}

const isObject = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

function readMarks(value: unknown): TextMark[] {
  if (!Array.isArray(value)) return [];
  return value.flatMap((mark: unknown): TextMark[] => {
    if (!isObject(mark)) return [];
    if (mark.type === 'bold' || mark.type === 'italic') return [{ type: mark.type }];
    const href = mark.type === 'link' && isObject(mark.attrs) ? safeAddress(mark.attrs.href) : null;
    return href ? [{ type: 'link', attrs: { href } }] : [];
  });
}

function readNode(value: unknown, parent: string, left: { characters: number }, depth: number): TextNode | null {
  if (!isObject(value) || depth > DEEPEST || typeof value.type !== 'string' || !WITHIN[parent]?.includes(value.type))
    return null;
  if (value.type === 'text') {
    const text = typeof value.text === 'string' ? value.text.slice(0, left.characters) : '';
    left.characters -= text.length;
    const marks = readMarks(value.marks);
    return text === '' ? null : { type: 'text', text, ...(marks.length > 0 ? { marks } : {}) };
  }
  if (value.type === 'hardBreak') return { type: 'hardBreak' };
  if (value.type === 'image') {
    const attrs = isObject(value.attrs) ? value.attrs : {};
    const alt = typeof attrs.alt === 'string' ? attrs.alt.slice(0, 500) : '';
    return typeof attrs.media === 'string' && UUID.test(attrs.media)
      ? { type: 'image', attrs: { media: attrs.media, alt } }
      : null;
  }
  const type = value.type as 'paragraph' | 'heading' | 'bulletList' | 'orderedList' | 'listItem';
  const content = readNodes(value.content, type, left, depth + 1);
  if (type === 'heading')
    return { type, attrs: { level: isObject(value.attrs) && value.attrs.level === 3 ? 3 : 2 }, content };
  // A list without anything in it would be a dot beside nothing.
  if (content.length === 0 && type !== 'paragraph') return null;
  return { type, content };
}

function readNodes(value: unknown, parent: string, left: { characters: number }, depth: number): TextNode[] {
  if (!Array.isArray(value)) return [];
  return value.flatMap((node: unknown) => readNode(node, parent, left, depth) ?? []);
}

/** Reads a text; of what is none, an empty one. */
export function readRichText(value: unknown): RichText {
  const content =
    isObject(value) && value.type === 'doc' ? readNodes(value.content, 'doc', { characters: MAX_RICH_TEXT }, 0) : [];
  return { type: 'doc', content };
}

/** A text of plain words: each line is a paragraph. */
export const richTextOf = (words: string): RichText => ({
  type: 'doc',
  content: words
    .split('\n')
    .filter((line) => line.trim() !== '')
    .map((text) => ({ type: 'paragraph', content: [{ type: 'text', text }] })),
});

function plainNode(node: TextNode): string {
  if (node.type === 'text') return node.text;
  return node.type === 'hardBreak' ? '\n' : '';
}

/** The words of a text alone: blocks on lines of their own, list items behind a dot or their number. */
export function plainWords({ content }: RichText): string {
  const lines: string[] = [];
  const inline = (nodes: readonly TextNode[] = []): string => nodes.map(plainNode).join('');
  const block = (node: TextNode, before: string): void => {
    if (node.type === 'paragraph' || node.type === 'heading') {
      const words = inline(node.content);
      if (words.trim() !== '') lines.push(before + words);
    } else if (node.type === 'bulletList' || node.type === 'orderedList') {
      node.content?.forEach((item, i) => {
        const bullet = node.type === 'orderedList' ? `${i + 1}. ` : '• ';
        if (item.type === 'listItem')
          item.content?.forEach((node, n) => block(node, n === 0 ? before + bullet : `${before}  `));
      });
    }
  };
  for (const node of content) block(node, '');
  return lines.join('\n');
}

/** Ids of the pictures in a text. */
export const picturesOf = ({ content }: RichText): string[] =>
  content.flatMap((node) => (node.type === 'image' ? [node.attrs.media] : []));
