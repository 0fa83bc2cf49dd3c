import { safeAddress, type RichText } from '@lippet/core/words/richText';
import type { AnyExtension, Editor } from '@tiptap/core';
import Collaboration from '@tiptap/extension-collaboration';
import { EditorContent, useEditor, useEditorState } from '@tiptap/react';
import StarterKit from '@tiptap/starter-kit';
import { useMemo, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import type * as Y from 'yjs';
import { Dialog } from '../ui/Dialog';
import { Button } from '../ui/Button';
import { Field } from '../ui/Field';
import { LineIcon, type LineName } from '../ui/LineIcon';
import { Press } from '../ui/Press';
import { colours, OUTLINE, TARGET } from '../ui/theme';
import { PictureNode } from './PictureNode';

interface Props {
  /** What it is called for those who can't see it. */
  label: string;
  editable?: boolean;
  /** A text that is kept by who shows this … */
  text?: RichText;
  onText?: (text: RichText) => void;
  /** … or one that lives in a document, so that two devices can write at once. */
  fragment?: Y.XmlFragment;
  /** Brings a picture; where it is missing, there are none. @returns the id of its Media, or null */
  onPicture?: () => Promise<string | null>;
  onEditor?: (editor: Editor) => void;
}

const TOOLS: { icon: LineName; word: string; active: string; level?: number; run: (editor: Editor) => void }[] = [
  {
    icon: 'heading',
    word: 'Heading',
    active: 'heading',
    run: (editor) => void editor.chain().focus().toggleHeading({ level: 2 }).run(),
  },
  { icon: 'bold', word: 'Bold', active: 'bold', run: (editor) => void editor.chain().focus().toggleBold().run() },
  {
    icon: 'italic',
    word: 'Slanted',
    active: 'italic',
    run: (editor) => void editor.chain().focus().toggleItalic().run(),
  },
  {
    icon: 'list',
    word: 'List',
    active: 'bulletList',
    run: (editor) => void editor.chain().focus().toggleBulletList().run(),
  },
  {
    icon: 'numbers',
    word: 'Numbered list',
    active: 'orderedList',
    run: (editor) => void editor.chain().focus().toggleOrderedList().run(),
  },
];

/** Writing with headings, lists, bold and slanted words, and where wanted links and pictures. */
export function TextEditor({ label, editable = true, text, onText, fragment, onPicture, onEditor }: Props) {
  const rich = onPicture !== undefined;
  const extensions = useMemo<AnyExtension[]>(
    () => [
      StarterKit.configure({
        blockquote: false,
        code: false,
        codeBlock: false,
        horizontalRule: false,
        strike: false,
        underline: false,
        heading: { levels: [2, 3] },
        // The document's own undo takes its place.
        ...(fragment ? { undoRedo: false as const } : {}),
        link: rich ? { openOnClick: false, isAllowedUri: (address) => safeAddress(address) !== null } : false,
      }),
      ...(rich ? [PictureNode] : []),
      ...(fragment ? [Collaboration.configure({ fragment })] : []),
    ],
    [fragment, rich],
  );
  const editor = useEditor(
    {
      extensions,
      editable,
      injectCSS: false,
      immediatelyRender: true,
      ...(fragment ? {} : { content: text }),
      editorProps: {
        attributes: { class: 'lippet-words', role: 'textbox', 'aria-multiline': 'true', 'aria-label': label },
      },
      onUpdate: ({ editor: now }) => onText?.(now.getJSON() as RichText),
      onCreate: ({ editor: made }) => onEditor?.(made),
    },
    [extensions, editable],
  );
  const active = useEditorState({
    editor,
    selector: ({ editor: now }) => TOOLS.map((tool) => now.isActive(tool.active)),
  });
  const can = useEditorState({
    editor,
    selector: ({ editor: now }) => ({ undo: now.can().undo(), redo: now.can().redo() }),
  });
  const [linking, setLinking] = useState<string | null>(null);
  const link = (): void => {
    const href = safeAddress(linking);
    if (href) editor.chain().focus().extendMarkRange('link').setLink({ href }).run();
    else editor.chain().focus().extendMarkRange('link').unsetLink().run();
    setLinking(null);
  };
  const picture = async (): Promise<void> => {
    const media = await onPicture?.();
    if (media)
      editor
        .chain()
        .focus()
        .insertContent({ type: 'image', attrs: { media, alt: '' } })
        .run();
  };
  return (
    <View style={styles.box}>
      {editable && (
        <View style={styles.tools} role="toolbar" aria-label={`Tools for ${label}`}>
          {TOOLS.map(({ icon, word, run }, i) => (
            <Tool key={word} icon={icon} word={word} on={active[i] ?? false} onPress={() => run(editor)} />
          ))}
          {rich && (
            <Tool
              icon="link"
              word="Link"
              on={editor.isActive('link')}
              onPress={() => setLinking((editor.getAttributes('link').href as string | undefined) ?? 'https://')}
            />
          )}
          {rich && <Tool icon="picture" word="Picture" on={false} onPress={() => void picture()} />}
          <View style={styles.grow} />
          <Tool
            icon="undo"
            word="Undo"
            on={false}
            disabled={!can.undo}
            onPress={() => editor.chain().focus().undo().run()}
          />
          <Tool
            icon="redo"
            word="Redo"
            on={false}
            disabled={!can.redo}
            onPress={() => editor.chain().focus().redo().run()}
          />
        </View>
      )}
      <EditorContent editor={editor} className="lippet-words-box" />
      <Dialog
        visible={linking !== null}
        title="Where does it lead?"
        onClose={() => setLinking(null)}
        answers={
          <>
            <Button onPress={() => setLinking(null)}>Not now</Button>
            <Button kind="main" onPress={link}>
              Link it
            </Button>
          </>
        }
      >
        <Text variant="bodyMedium">
          Mark the words first, then give the address. An empty address takes the link away.
        </Text>
        <Field
          label="Address"
          value={linking ?? ''}
          onChangeText={setLinking}
          autoCapitalize="none"
          onSubmitEditing={link}
        />
      </Dialog>
    </View>
  );
}

function Tool({
  icon,
  word,
  on,
  disabled = false,
  onPress,
}: {
  icon: LineName;
  word: string;
  on: boolean;
  disabled?: boolean;
  onPress: () => void;
}) {
  return (
    <Press
      flat
      fill={on ? colours.ochre : colours.scrap}
      aria-label={word}
      aria-pressed={on}
      disabled={disabled}
      onPress={onPress}
      style={styles.tool}
    >
      <LineIcon name={icon} size={20} colour={disabled ? colours.line : colours.ink} />
    </Press>
  );
}

const styles = StyleSheet.create({
  box: { borderWidth: OUTLINE, borderColor: colours.ink, backgroundColor: colours.scrap },
  tools: {
    flexDirection: 'row',
    flexWrap: 'wrap',
    alignItems: 'center',
    borderBottomWidth: OUTLINE,
    borderColor: colours.ink,
    backgroundColor: colours.paper,
  },
  tool: {
    width: TARGET.adult,
    height: TARGET.adult,
    alignItems: 'center',
    justifyContent: 'center',
    borderColor: 'transparent',
  },
  grow: { flex: 1 },
});
