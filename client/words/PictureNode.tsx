import { mergeAttributes, Node } from '@tiptap/core';
import { NodeViewWrapper, ReactNodeViewRenderer, type NodeViewProps } from '@tiptap/react';
import { useLocalFile } from '../recording/useLocalFile';

/**
 * A picture within a text, from this device until school has it; where it is written, with a place for words for those
 * who can't see it.
 */
function Picture({ node, selected, editor, updateAttributes }: NodeViewProps) {
  const { media, alt } = node.attrs as { media: string; alt: string };
  const local = useLocalFile(media);
  return (
    <NodeViewWrapper className={selected ? 'lippet-picture chosen' : 'lippet-picture'}>
      {local !== undefined && <img src={local ?? `/api/media/${media}`} alt={alt} />}
      {editor.isEditable && (
        <input
          className="lippet-alt"
          aria-label="This picture in words"
          placeholder="In words, for those who can’t see it"
          value={alt}
          maxLength={200}
          onChange={({ target }) => updateAttributes({ alt: target.value })}
        />
      )}
    </NodeViewWrapper>
  );
}

/** The `image` of core/words/richText: it names its Media and has no address of its own. */
export const PictureNode = Node.create({
  name: 'image',
  group: 'block',
  draggable: true,
  atom: true,
  addAttributes: () => ({ media: { default: null }, alt: { default: '' } }),
  parseHTML: () => [],
  renderHTML: ({ HTMLAttributes }) => ['img', mergeAttributes(HTMLAttributes)],
  addNodeView: () => ReactNodeViewRenderer(Picture),
});
