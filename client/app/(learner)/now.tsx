import { arrangeNow } from '@lippet/core/schedule/nowList';
import { greetingWord, weekdayWord } from '@lippet/core/schedule/schoolTime';
import type { PieceCard } from '@lippet/core/contract/pieces';
import { lazy, Suspense, useState } from 'react';
import { StyleSheet } from 'react-native';
import { useNow, usePartnerDuties } from '../../api/queries';
import { FindPieces, findPieces, NO_FILTER, type PieceFilter } from '../../learner/FindPieces';
import { CarryOn } from '../../learner/CarryOn';
import { OnItsWay } from '../../learner/OnItsWay';
import { PieceList } from '../../learner/PieceList';
import { SignedIn } from '../../signIn/SignedIn';
import { Button } from '../../ui/Button';
import { Columns } from '../../ui/Columns';
import { PersonHead } from '../../ui/PersonHead';
import { Notice } from '../../ui/Notice';
import { Screen } from '../../ui/Screen';
import { late } from '../../late';

const PartnerDuties = lazy(() => late().then((sheets) => ({ default: sheets.PartnerDuties })));
const LoneQuestions = lazy(() => late().then((sheets) => ({ default: sheets.LoneQuestions })));

/** How much needs the learner, in words. */
function needWords(count: number): string {
  if (count === 0) return 'nothing needs you';
  return count === 1 ? '1 thing needs you' : `${count} things need you`;
}

/** The rest stands on the Shelf. */
const FINISHED_SHOWN = 3;

/** With fewer than that, one sees them all. */
const FIND_FROM = 5;

const Found = ({ cards, ...shared }: { cards: readonly PieceCard[]; zone: string; now: number }) =>
  cards.length > 0 ? (
    <PieceList title={cards.length === 1 ? '1 found' : `${cards.length} found`} cards={cards} {...shared} />
  ) : (
    <Notice calm>Nothing is like that.</Notice>
  );

export default function Now() {
  const { data, error, refetch } = useNow();
  const duties = usePartnerDuties().data ?? [];
  const [filter, setFilter] = useState<PieceFilter | null>(null);
  return (
    <SignedIn role="learner">
      {(me) => {
        const { zone } = me.school;
        const now = Date.now();
        const list = arrangeNow(data?.cards ?? []);
        const partners = duties.filter(({ cards }) =>
          cards.some(({ state }) => state === 'to-do' || state === 'begun'),
        );
        const needs = list.needsYou.length + (list.carryOn ? 1 : 0) + partners.length;
        const toDo = [
          ['Needs you', list.needsYou],
          ['Coming up', list.comingUp],
          ['Whenever', list.whenever],
        ] as const;
        const away = [
          ['With your teacher', list.withTeacher],
          ['Finished', list.finished.slice(0, FINISHED_SHOWN)],
          ['Closed', list.closed],
        ] as const;
        return (
          <Screen wide>
            <PersonHead
              me={me}
              title={`${greetingWord(now, zone)}, ${me.name.split(' ')[0]}`}
              below={data && `${weekdayWord(now, zone)} · ${needWords(needs)}`}
            />
            <OnItsWay />
            {error && <Notice again={() => void refetch()}>{error.message}</Notice>}
            {data && data.cards.length > FIND_FROM && (
              <Button
                icon={filter ? 'close' : 'search'}
                onPress={() => setFilter(filter ? null : NO_FILTER)}
                style={styles.find}
              >
                {filter ? 'Stop looking' : 'Find'}
              </Button>
            )}
            {filter && <FindPieces cards={data?.cards ?? []} filter={filter} onChange={setFilter} />}
            {filter && <Found cards={findPieces(data?.cards ?? [], filter)} zone={zone} now={now} />}
            {!filter && (
              <Columns
                first={
                  <>
                    <Suspense fallback={null}>
                      <LoneQuestions />
                      <PartnerDuties zone={zone} />
                    </Suspense>
                    {list.carryOn && <CarryOn card={list.carryOn} zone={zone} now={now} />}
                    {toDo.map(([title, cards]) => (
                      <PieceList key={title} title={title} cards={cards} zone={zone} now={now} />
                    ))}
                  </>
                }
                second={away.map(([title, cards]) => (
                  <PieceList key={title} title={title} cards={cards} zone={zone} now={now} />
                ))}
              />
            )}
            {data?.cards.length === 0 && (
              <Notice calm>There is nothing to do yet. Your teacher will set something soon.</Notice>
            )}
          </Screen>
        );
      }}
    </SignedIn>
  );
}

const styles = StyleSheet.create({
  find: { alignSelf: 'flex-start' },
});
