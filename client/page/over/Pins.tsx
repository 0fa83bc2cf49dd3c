import { MAX_TEXT, type Pin, type TextMark } from '@lippet/core/page/item';
import { PIN_SIGN } from '@lippet/core/page/pinSign';
import { pinsInReadingOrder } from '@lippet/core/page/notes';
import { useRef, useState } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import Svg, { Path } from 'react-native-svg';
import { useStore } from 'zustand';
import { SayNote } from '../../capture/SayNote';
import { VoiceButton } from '../../recording/VoiceButton';
import { Button } from '../../ui/Button';
import { Field } from '../../ui/Field';
import { Scrap } from '../../ui/Scrap';
import { colours, TARGET } from '../../ui/theme';
import { useKeeping } from '../../ui/useKeeping';
import type { Surface } from '../surface/surface';
import { useOnScreen } from './useOnScreen';

/** The sign as it is drawn in a box of 36 by 44 pixels. */
const SCALE = 1.6;
const POINT = { x: 18, y: 43 };
const SIGN = `M${PIN_SIGN.map(([x, y]) => `${POINT.x + x * SCALE} ${POINT.y + y * SCALE}`).join('L')}Z`;

const CARD = { width: 280, height: 226 };

/** Below the place it is about; above it, and above its sign, where that leaves more room. */
function cardTop(top: number, height: number, sign: number): number {
  const [below, above] = [top + 10, top - sign - CARD.height - 10];
  if (below + CARD.height + 8 <= height || above < 8)
    return Math.min(Math.max(8, below), Math.max(8, height - CARD.height - 8));
  return above;
}

/** How a sign looks: one whose note is open, one that somebody was led to, and all others. */
function lookOf(
  pin: string,
  { open, pointed }: { open: string | null; pointed: string | null },
): { fill: string; number: string } {
  if (open === pin) return { fill: colours.scrap, number: colours.ink };
  if (pointed === pin) return { fill: colours.vermilion, number: colours.scrap };
  return { fill: colours.ochre, number: colours.ink };
}

/** Pins as numbered signs over the sheet, and the note of the one that is open. */
export function Pins({ surface, editable }: { surface: Surface; editable: boolean }) {
  const { at } = useOnScreen(surface);
  const open = useStore(surface.state, (state) => state.open);
  const pointed = useStore(surface.state, (state) => state.pointed);
  const view = useStore(surface.state, (state) => state.view);
  const pins = pinsInReadingOrder(surface.pins);
  const item = open ? surface.allItems.find(({ id }) => id === open) : undefined;
  const noted = item?.kind === 'pin' || item?.kind === 'mark' ? item : null;
  const place =
    noted &&
    (noted.kind === 'pin' ? at(noted.matrix[4], noted.matrix[5]) : at(noted.quads[0]![6]!, noted.quads[0]![7]!));
  return (
    <>
      {pins.map((pin, i) => {
        const { left, top } = at(pin.matrix[4], pin.matrix[5]);
        const look = lookOf(pin.id, { open, pointed });
        return (
          <Pressable
            key={pin.id}
            role="button"
            aria-label={`Pin ${i + 1}${pin.note ? `: ${pin.note}` : ''}`}
            aria-expanded={open === pin.id}
            aria-current={pointed === pin.id ? 'true' : undefined}
            onPress={() => surface.state.setState({ open: open === pin.id ? null : pin.id })}
            style={[styles.pin, { left: left - TARGET.learner / 2, top: top - TARGET.learner }]}
          >
            <Svg width={36} height={44} viewBox="0 0 36 44" aria-hidden>
              <Path d={SIGN} fill={look.fill} stroke={colours.ink} strokeWidth={2} />
            </Svg>
            <Text variant="labelMedium" style={[styles.number, { color: look.number }]}>
              {i + 1}
            </Text>
          </Pressable>
        );
      })}
      {noted && place && (
        <View
          style={[
            styles.card,
            {
              left: Math.min(Math.max(8, place.left - CARD.width / 2), Math.max(8, view.width - CARD.width - 8)),
              top: cardTop(place.top, view.height, noted.kind === 'pin' ? TARGET.learner : 0),
            },
          ]}
        >
          <NoteCard
            key={noted.id}
            surface={surface}
            item={noted}
            editable={editable && surface.top.get(noted.id) !== undefined}
          />
        </View>
      )}
    </>
  );
}

/** The note of a pin or of marked words: read, written, deleted. */
function NoteCard({ surface, item, editable }: { surface: Surface; item: Pin | TextMark; editable: boolean }) {
  const [note, setNote] = useState(item.note);
  const row = useRef({}).current;
  const voice = item.kind === 'pin' ? item.voice : null;
  const close = (): void => surface.state.setState({ open: null });
  const keep = (): void => {
    const before = surface.top.items.get(item.id);
    if (before && note !== item.note)
      surface.change([{ page: surface.page.id, id: item.id, after: { ...before.toJSON(), note } }], row);
  };
  useKeeping(note, keep);
  const say = (spoken: string): void => {
    const before = surface.top.items.get(item.id);
    if (before)
      surface.change([{ page: surface.page.id, id: item.id, after: { ...before.toJSON(), note, voice: spoken } }]);
  };
  const drop = (): void => surface.change([{ page: surface.page.id, id: item.id, after: null }]);
  return (
    <Scrap style={styles.note}>
      {item.kind === 'mark' && item.text !== '' && (
        <Text variant="bodySmall" numberOfLines={2} style={{ color: colours.soft }}>{`“${item.text}”`}</Text>
      )}
      {editable ? (
        <>
          {voice && <VoiceButton voice={voice} label="this note" />}
          <Field
            label={voice ? 'In words as well' : 'Note'}
            value={note}
            onChangeText={setNote}
            multiline
            maxLength={MAX_TEXT}
            autoFocus={item.note === '' && item.kind === 'pin' && !voice}
          />
          {item.kind === 'pin' && !voice && surface.sayHome && <SayNote home={surface.sayHome} onSaid={say} />}
          <View style={styles.row}>
            <Button icon="bin" onPress={drop} label={item.kind === 'pin' ? 'Delete the pin' : 'Delete the mark'}>
              Delete
            </Button>
            <Button
              icon="tick"
              onPress={() => {
                keep();
                close();
              }}
            >
              Done
            </Button>
          </View>
        </>
      ) : (
        <>
          {voice && <VoiceButton voice={voice} label="this note" />}
          {(item.note !== '' || !voice) && <Text variant="bodyLarge">{item.note || 'No words here.'}</Text>}
          <Button onPress={close}>Close</Button>
        </>
      )}
    </Scrap>
  );
}

const styles = StyleSheet.create({
  pin: {
    position: 'absolute',
    width: TARGET.learner,
    height: TARGET.learner,
    alignItems: 'center',
    justifyContent: 'flex-end',
  },
  number: { position: 'absolute', top: 10, width: '100%', textAlign: 'center' },
  card: { position: 'absolute', width: CARD.width },
  note: { padding: 14, paddingRight: 20, gap: 10 },
  row: { flexDirection: 'row', gap: 10, flexWrap: 'wrap' },
});
