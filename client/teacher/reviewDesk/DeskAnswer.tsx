import type { Take } from '@lippet/core/recording/take';
import type { ReactNode } from 'react';
import { StyleSheet, View } from 'react-native';
import { useStore } from 'zustand';
import Booth from '../../capture/Booth';
import { boothPart } from '../../capture/boothPart';
import { RefusedList } from '../../outbox/RefusedList';
import { Button } from '../../ui/Button';
import { PanelFaults } from '../../ui/Faults';
import { AnswerPanel } from './AnswerPanel';
import { togglePanel } from './deskView';
import { OutcomeBar } from './OutcomeBar';
import { useDeskHere } from './useDesk';

/** What is said to the learner, and what else can be done with the piece. */
export function DeskAnswer() {
  const { activity, busy, dates, goToCheck, hold, inHand, paged, queue, remind, setDates, view, zone } = useDeskHere();
  const { piece } = queue;
  const { answer, doc, here, open } = inHand;
  const before = (piece.go?.number ?? 0) - 1;
  return (
    <PanelFaults key={piece.personId}>
      <View testID="answer">
        {piece.pieceId && <RefusedList home={`pieces/${piece.pieceId}`} style={styles.refused} />}
        <AnswerPanel
          activityId={activity.activityId}
          piece={piece}
          parts={activity.parts}
          doc={doc}
          reviewId={answer.review?.id ?? null}
          here={here}
          open={open}
          draft={answer.draft}
          rubric={activity.rubric}
          marking={activity.marking}
          kept={answer.kept}
          clash={answer.clash}
          busy={busy}
          zone={zone}
          dates={dates}
          onSay={answer.write}
          onMine={answer.sayMine}
          onDates={setDates}
          onCheck={goToCheck}
          onRecord={(sort) => view.setState({ panel: sort })}
          onRemind={() => remind(piece.personId)}
          onHold={hold}
        />
        <View style={styles.more}>
          {before > 0 && (
            <Button
              icon="pages"
              label={`Beside go ${before}`}
              onPress={() => togglePanel(view, 'beside')}
            >{`Beside go ${before}`}</Button>
          )}
          {piece.go && paged && (
            <Button icon="play" label="Watch it drawn" onPress={() => view.setState({ watching: true })}>
              Watch it drawn
            </Button>
          )}
          {piece.go && paged && (
            <Button icon="out" onPress={() => view.setState({ panel: 'copy' })}>
              Take a copy out
            </Button>
          )}
          <Button icon="ask" label="Questions about this" to={`/asks/${activity.activityId}`}>
            Questions
          </Button>
        </View>
      </View>
    </PanelFaults>
  );
}

/** What becomes of the piece. @param before stands before the outcomes, where there is room for one row alone */
export function DeskOutcome({ small, before = null }: { small: boolean; before?: ReactNode }) {
  const { busy, first, hold, inHand, queue, tell } = useDeskHere();
  if (!inHand.open) return null;
  return (
    <OutcomeBar
      name={first}
      held={queue.piece.held}
      busy={busy}
      small={small}
      before={before}
      more={Boolean(queue.nextWaiting)}
      problem={inHand.answer.problem}
      onOutcome={tell}
      onLetGo={() => hold(null)}
    />
  );
}

/** An answer that is spoken or filmed, made beside the work that is talked about; nothing where none is being made. */
export function useBooth() {
  const { first, inHand, queue, view } = useDeskHere();
  const panel = useStore(view, (state) => state.panel);
  if (panel !== 'sound' && panel !== 'film') return null;
  const close = (): void => view.setState({ panel: null });
  const keep = ({ sort, media, seconds, spans }: Take): void => {
    inHand.answer.write({ told: { sort, media, seconds, spans: [...spans] } });
    close();
  };
  return (
    <PanelFaults onClose={close}>
      <Booth
        home={`pieces/${queue.piece.pieceId}`}
        part={boothPart(`To ${first}`, panel)}
        task={null}
        besideWork
        sort={panel}
        onKeep={keep}
        onClose={close}
      />
    </PanelFaults>
  );
}

const styles = StyleSheet.create({
  refused: { margin: 12 },
  more: { flexDirection: 'row', flexWrap: 'wrap', gap: 14, paddingHorizontal: 18, paddingBottom: 18 },
});
