import { Pressable, ScrollView, StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { useDrawing, type Tool } from '../stores/drawing';
import { LineIcon } from '../ui/LineIcon';
import { colours } from '../ui/theme';
import { TOOLS } from './toolList';

/** The tools: along the foot of a phone (the row can be pushed sideways), two abreast down the side of a wide view. */
export function ToolTray({ upright = false, only }: { upright?: boolean; only: readonly Tool[] }) {
  const { tool: chosen, setTool } = useDrawing();
  const tools = TOOLS.filter(({ tool }) => only.includes(tool)).map(({ tool, word, icon, key, does }) => {
    const on = tool === chosen;
    const colour = on ? colours.ink : colours.scrap;
    return (
      <Pressable
        key={tool} role="button" aria-pressed={on} aria-label={word} aria-keyshortcuts={key} aria-description={does}
        onPress={() => setTool(tool)} style={[styles.tool, upright && styles.toolUpright, on && styles.on]}
      >
        <LineIcon name={icon} colour={colour} size={25} />
        <Text variant="labelSmall" style={{ color: colour }}>{word}</Text>
      </Pressable>
    );
  });
  if (upright) return <View role="toolbar" aria-label="Tools" aria-orientation="vertical" style={styles.upright}>{tools}</View>;
  return (
    <ScrollView horizontal showsHorizontalScrollIndicator={false} style={styles.tray} contentContainerStyle={styles.row} role="toolbar" aria-label="Tools" aria-orientation="horizontal">
      {tools}
    </ScrollView>
  );
}

const styles = StyleSheet.create({
  tray: { flexGrow: 0, flexShrink: 0, backgroundColor: colours.ink },
  row: { padding: 4, flexGrow: 1, justifyContent: 'space-between' },
  upright: { flexDirection: 'row', flexWrap: 'wrap', width: 140, padding: 6, backgroundColor: colours.ink },
  tool: { minHeight: 60, width: 56, alignItems: 'center', justifyContent: 'center', gap: 3 },
  toolUpright: { width: 64, minHeight: 62 },
  on: { backgroundColor: colours.ochre },
});
