import { withDrawing } from '@lippet/core/page/background';
import type { MediaHome } from '@lippet/core/contract/media';
import { A4 } from '@lippet/core/parts/page/pagePart';
import type { SheetPlan } from '@lippet/core/parts/page/sheetPlan';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { AddPage } from '../../page/pictures/AddPage';
import { PageThumb } from '../../page/pictures/PageThumb';
import { Button } from '../../ui/Button';
import { LineIcon } from '../../ui/LineIcon';
import { Press } from '../../ui/Press';
import { SideScroll } from '../../ui/SideScroll';
import { colours, TARGET } from '../../ui/theme';
import type { SheetWork } from '../partKind';

interface Props {
  sheets: readonly SheetPlan[];
  home: MediaHome;
  onChange: (sheets: SheetPlan[]) => void;
  /** Lays out the places of a sheet, or draws on it. */
  onSheet: (index: number, as: SheetWork) => void;
}

const spotCount = ({ spots = [] }: SheetPlan): string =>
  spots.length === 0 ? '' : `${spots.length} ${spots.length === 1 ? 'place' : 'places'}`;

/** The sheets that a part asks for, as they are: their paper, their order, places on them. */
export function SheetsRow({ sheets, home, onChange, onSheet }: Props) {
  const [chosen, setChosen] = useState(0);
  const [adding, setAdding] = useState<'more' | 'instead' | null>(null);
  const index = Math.min(chosen, sheets.length - 1);
  const sheet = sheets[index];
  const move = (by: 1 | -1): void => {
    const next = [...sheets];
    next.splice(index + by, 0, ...next.splice(index, 1));
    onChange(next);
    setChosen(index + by);
  };
  const take = (pages: Omit<SheetPlan, 'spots'>[]): void => {
    // What is drawn on a sheet stays on it when its paper changes.
    const onto = pages.map((page, i) =>
      i === 0 && sheet ? { ...page, background: withDrawing(page.background, sheet.background.drawn) } : page,
    );
    onChange(
      adding === 'instead' ? [...sheets.slice(0, index), ...onto, ...sheets.slice(index + 1)] : [...sheets, ...pages],
    );
    if (adding === 'more') setChosen(sheets.length);
    setAdding(null);
  };
  return (
    <View style={styles.box}>
      <Text variant="labelMedium">{sheets.length === 1 ? 'Its sheet' : 'Its sheets'}</Text>
      <SideScroll things="sheets" contentContainerStyle={styles.row} role="group" aria-label="Sheets">
        {sheets.length > 0 && (
          <View role="tablist" aria-label="Which sheet" style={styles.tabs}>
            {sheets.map((sheet, i) => (
              <Press
                key={i}
                role="tab"
                aria-selected={i === index}
                aria-label={`Sheet ${i + 1}${spotCount(sheet) && `, ${spotCount(sheet)}`}`}
                flat
                fill={i === index ? colours.ochre : colours.scrap}
                onPress={() => setChosen(i)}
                style={styles.sheet}
              >
                <View style={styles.picture}>
                  <PageThumb page={{ id: String(i), part: '', ...sheet }} layers={[]} width={74} height={96} />
                  {(sheet.spots ?? []).map((spot) => {
                    const scale = Math.min(74 / sheet.width, 96 / sheet.height);
                    return (
                      <View
                        key={spot.id}
                        style={[
                          styles.spot,
                          {
                            left: spot.x * scale,
                            top: spot.y * scale,
                            width: spot.width * scale,
                            height: spot.height * scale,
                          },
                        ]}
                      />
                    );
                  })}
                </View>
                <Text variant="labelSmall" style={styles.number}>
                  {i + 1}
                </Text>
              </Press>
            ))}
          </View>
        )}
        <Press aria-label="Add a sheet" onPress={() => setAdding('more')} style={styles.add}>
          <LineIcon name="plus" size={28} />
        </Press>
      </SideScroll>
      {sheet && (
        <View style={styles.tools}>
          <Button icon="pages" label={`Another paper for sheet ${index + 1}`} onPress={() => setAdding('instead')}>
            Paper
          </Button>
          <Button icon="pin" label={`Places on sheet ${index + 1}`} onPress={() => onSheet(index, 'spots')}>
            Places
          </Button>
          <Button icon="pen" label={`Draw or type on sheet ${index + 1}`} onPress={() => onSheet(index, 'drawing')}>
            Draw or type
          </Button>
          {sheets.length > 1 && (
            <View style={styles.moves}>
              <Press
                flat
                aria-label={`Sheet ${index + 1} one forward`}
                disabled={index === 0}
                onPress={() => move(-1)}
                style={styles.small}
              >
                <LineIcon name="back" size={18} />
              </Press>
              <Press
                flat
                aria-label={`Sheet ${index + 1} one back`}
                disabled={index === sheets.length - 1}
                onPress={() => move(1)}
                style={styles.small}
              >
                <LineIcon name="forward" size={18} />
              </Press>
              <Press
                flat
                aria-label={`Delete sheet ${index + 1}`}
                onPress={() => onChange(sheets.filter((_, i) => i !== index))}
                style={styles.small}
              >
                <LineIcon name="bin" size={18} />
              </Press>
            </View>
          )}
        </View>
      )}
      <AddPage
        visible={adding !== null}
        home={home}
        like={sheet ?? A4}
        title={adding === 'instead' ? 'Which paper?' : 'Add a sheet'}
        onClose={() => setAdding(null)}
        onAdd={(pages) => take(pages.map(({ background, width, height }) => ({ background, width, height })))}
      />
    </View>
  );
}

const styles = StyleSheet.create({
  box: { gap: 8 },
  tabs: { flexDirection: 'row', gap: 10 },
  row: { gap: 10, padding: 2, paddingBottom: 6, alignItems: 'stretch' },
  sheet: { padding: 6, paddingBottom: 2, alignItems: 'center', justifyContent: 'space-between' },
  picture: { backgroundColor: colours.scrap },
  spot: { position: 'absolute', backgroundColor: 'rgba(240, 174, 46, 0.6)', borderWidth: 1, borderColor: colours.ink },
  number: { paddingTop: 2 },
  add: { width: 64, minHeight: 110, alignItems: 'center', justifyContent: 'center' },
  moves: { flexDirection: 'row', gap: 10 },
  tools: { flexDirection: 'row', flexWrap: 'wrap', gap: 10, alignItems: 'center' },
  small: { width: TARGET.adult, height: TARGET.learner, alignItems: 'center', justifyContent: 'center' },
});
