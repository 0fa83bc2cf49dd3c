import type { RichText, TextMark, TextNode } from '@lippet/core/words/richText';
import type { ReactNode } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { useLocalFile } from '../recording/useLocalFile';
import { useLarger, useSettings } from '../stores/settings';
import { colours, faces, OUTLINE } from '../ui/theme';

/** A text to be read, in letters for learners. `size` is that of its words, in points. */
export function RichWords({ text, size = 18 }: { text: RichText; size?: number }) {
  const larger = useLarger();
  return (
    <View style={styles.blocks}>
      {text.content.map((node, i) => (
        <Block key={i} node={node} size={size * larger} />
      ))}
    </View>
  );
}

function Picture({ media, alt }: { media: string; alt: string }) {
  const local = useLocalFile(media);
  return local === undefined ? null : (
    <img
      src={local ?? `/api/media/${media}`}
      alt={alt}
      style={{
        maxWidth: '100%',
        display: 'block',
        border: `${OUTLINE}px solid ${colours.ink}`,
        boxSizing: 'border-box',
      }}
    />
  );
}

function Block({ node, size }: { node: TextNode; size: number }): ReactNode {
  const letters = useSettings((reading) => (reading.letters === 'school' ? faces.reading : faces.interface));
  switch (node.type) {
    case 'paragraph':
      return (
        <Text style={[styles.words, { fontFamily: letters, fontSize: size, lineHeight: size * 1.5 }]}>
          <Inline nodes={node.content} />
        </Text>
      );
    case 'heading':
      return (
        <Text
          variant={node.attrs.level === 2 ? 'headlineSmall' : 'titleMedium'}
          role="heading"
          aria-level={node.attrs.level + 1}
        >
          <Inline nodes={node.content} />
        </Text>
      );
    case 'bulletList':
    case 'orderedList':
      return (
        <View role="list" style={styles.list}>
          {node.content?.map((item, i) => (
            <View key={i} role="listitem" style={styles.item}>
              <Text style={[styles.words, styles.bullet, { fontSize: size, lineHeight: size * 1.5 }]} aria-hidden>
                {node.type === 'orderedList' ? `${i + 1}.` : '•'}
              </Text>
              <View style={styles.inItem}>
                {item.type === 'listItem' && item.content?.map((node, n) => <Block key={n} node={node} size={size} />)}
              </View>
            </View>
          ))}
        </View>
      );
    case 'image':
      return <Picture media={node.attrs.media} alt={node.attrs.alt} />;
    default:
      return null;
  }
}

const Inline = ({ nodes = [] }: { nodes?: readonly TextNode[] }): ReactNode =>
  nodes.map((node, i) => {
    if (node.type === 'text') return <Marked key={i} text={node.text} marks={node.marks ?? []} />;
    return node.type === 'hardBreak' ? '\n' : null;
  });

function Marked({ text, marks }: { text: string; marks: readonly TextMark[] }): ReactNode {
  const link = marks.find(({ type }) => type === 'link')?.attrs?.href;
  const style = [
    marks.some(({ type }) => type === 'bold') && styles.bold,
    marks.some(({ type }) => type === 'italic') && styles.italic,
    link && styles.link,
  ];
  if (!link) return marks.length === 0 ? text : <Text style={style}>{text}</Text>;
  return (
    <Text
      style={style}
      {...({ href: link, hrefAttrs: { target: '_blank', rel: 'noopener noreferrer' } } as object)}
      role="link"
    >
      {text}
    </Text>
  );
}

const styles = StyleSheet.create({
  blocks: { gap: 10 },
  words: { fontFamily: faces.reading, color: colours.ink },
  list: { gap: 6 },
  item: { flexDirection: 'row', gap: 8 },
  bullet: { minWidth: 18 },
  inItem: { flex: 1, gap: 6 },
  bold: { fontWeight: '700' },
  italic: { fontStyle: 'italic' },
  link: { color: colours.sea, textDecorationLine: 'underline' },
});
