import type { WaitingPiece } from '@lippet/core/contract/reviewing';
import type { Outcome } from '@lippet/core/piece/pieceState';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { keys, useGoDocument, useLine } from '../../api/queries';
import { useFrozenDocument } from '../../page/document/useFrozenDocument';
import { useLiveDocument } from '../../page/document/useLiveDocument';
import { usePartView } from '../../page/document/usePartView';
import { Button } from '../../ui/Button';
import { Field } from '../../ui/Field';
import { Opening } from '../../ui/Opening';
import { colours, OUTLINE } from '../../ui/theme';
import { HungSheet } from '../reviewDesk/HungSheet';
import { OutcomeBar } from '../reviewDesk/OutcomeBar';
import type { Recalling } from '../reviewDesk/telling';
import { useReview } from '../reviewDesk/useReview';

interface Props {
  piece: WaitingPiece;
  /** Another one waits. */
  more: boolean;
  onTold: (told: Recalling) => void;
}

/** One piece that waits: the work itself, a note to its learner, and what becomes of it. */
export function ChosenPiece({ piece: { activityId, personId, name, title, go }, more, onTold }: Props) {
  const client = useQueryClient();
  const { data: line } = useLine(activityId);
  const hung = line?.line.find((piece) => piece.personId === personId);
  const doc = useFrozenDocument(useGoDocument(go.id).data);
  const shown = usePartView(doc, line?.parts ?? []);
  const { review, draft, write, release, hold, problem } = useReview(go.id, hung?.pieceId ?? null);
  const { live } = useLiveDocument(review ? `marks:${review.id}` : null);
  const [telling, setTelling] = useState<{ busy: boolean; problem: string | null }>({ busy: false, problem: null });
  if (!hung || !review || !live) return <Opening />;
  const first = name.split(' ')[0]!;
  const tell = async (outcome: Outcome): Promise<void> => {
    setTelling({ busy: true, problem: null });
    const why = await release(outcome, live);
    setTelling({ busy: false, problem: why });
    if (why !== null) return;
    onTold({
      reviews: [{ id: review.id, held: null }],
      personId,
      words: `${name}: ${outcome === 'again' ? 'another go' : 'finished'}`,
    });
    await client.invalidateQueries({ queryKey: keys.line(activityId) });
  };
  const letGo = async (): Promise<void> => setTelling({ busy: false, problem: await hold(null, live) });
  return (
    <View style={styles.piece} role="region" aria-label={`The piece of ${name}`}>
      <View style={styles.head}>
        <View style={styles.grow}>
          <Text variant="headlineSmall" role="heading" aria-level={2}>
            {name}
          </Text>
          <Text variant="bodySmall">{go.number > 1 ? `${title} · go ${go.number}` : title}</Text>
        </View>
        <Button icon="pen" label={`Mark on it: ${name}`} to={`/review/${activityId}?person=${personId}`}>
          Mark on it
        </Button>
      </View>
      {hung.go?.word ? <Text variant="bodyMedium">{`“${hung.go.word}”`}</Text> : null}
      <View style={styles.sheet}>
        <HungSheet
          piece={hung}
          doc={doc}
          shown={shown}
          marks={live.doc}
          editable={false}
          editor={null}
          onSurface={() => undefined}
          watching={false}
          onWatched={() => undefined}
        />
      </View>
      <Field label={`Note to ${first}`} value={draft.note} onChangeText={(note) => write({ note })} multiline />
      <OutcomeBar
        name={first}
        held={review.held}
        busy={telling.busy}
        small={false}
        more={more}
        problem={telling.problem ?? problem}
        onOutcome={(outcome) => void tell(outcome)}
        onLetGo={() => void letGo()}
      />
    </View>
  );
}

const styles = StyleSheet.create({
  piece: { flex: 1, gap: 10, borderWidth: OUTLINE, borderColor: colours.ink, padding: 12, paddingBottom: 0 },
  head: { flexDirection: 'row', alignItems: 'center', gap: 12 },
  grow: { flex: 1 },
  sheet: { flex: 1, minHeight: 200 },
});
