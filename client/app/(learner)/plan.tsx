import { arrangePlan, planWords, weekFromToday, weekStart } from '@lippet/core/schedule/calendar';
import type { PieceCard } from '@lippet/core/contract/pieces';
import { dayShare, monthWord, schoolDay, weekdayWord } from '@lippet/core/schedule/schoolTime';
import { lazy, Suspense, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { useNow } from '../../api/queries';
import { CalendarAddress } from '../../learner/calendar/CalendarAddress';
import { MonthGrid } from '../../learner/calendar/MonthGrid';
import { PickDay } from '../../learner/calendar/PickDay';
import { PieceList } from '../../learner/PieceList';
import { SignedIn } from '../../signIn/SignedIn';
import { Columns } from '../../ui/Columns';
import { PersonHead } from '../../ui/PersonHead';
import { Pick } from '../../ui/Pick';
import { Press } from '../../ui/Press';
import { LineIcon } from '../../ui/LineIcon';
import { Notice } from '../../ui/Notice';
import { Screen } from '../../ui/Screen';
import { colours, TARGET } from '../../ui/theme';
import { late } from '../../late';

/** Scales and curves are of no use on the first screen. */
const TideChart = lazy(() => late().then((sheets) => ({ default: sheets.TideChart })));

const VIEWS = [
  { value: 'week', word: 'Week' },
  { value: 'month', word: 'Month' },
] as const;
const FOLDERS = { value: 'folders', word: 'Folders' } as const;
const WEEKS = { week: 1, month: 5, folders: 1 } as const;

/** Which days are shown, as people say it. */
const daysWords = (weeks: number, { day, noon }: { day: string; noon: number }, zone: string): string =>
  weeks === 0 ? 'From today' : `From ${Number(day.slice(8))} ${monthWord(noon, zone)}`;

/** The weeks ahead: how much is due when, what is late, and what has no date. */
export default function PlanPlace() {
  const { data, error, refetch } = useNow();
  const [view, setView] = useState<keyof typeof WEEKS>('week');
  const [weeks, setWeeks] = useState(0);
  const [chosen, setChosen] = useState<string | null>(null);
  return (
    <SignedIn role="learner">
      {(me) => {
        const { zone } = me.school;
        const now = Date.now();
        const today = schoolDay(now, zone);
        // A month has its weeks below each other; a week looks ahead from today.
        const first = view === 'month' ? weekStart(now, zone, weeks) : weekFromToday(now, zone, weeks);
        const plan = arrangePlan(data?.cards ?? [], first, WEEKS[view] * 7, now, zone);
        const nameOf = (noon: number): string => weekdayWord(noon, zone);
        const words = planWords(plan.days, nameOf);
        const step = (by: number): void => {
          setWeeks(weeks + by);
          setChosen(null);
        };
        const shown = plan.days.filter(({ day, pieces }) => (chosen ? day === chosen : pieces.length > 0));
        const shared = { zone, now };
        const folders = byFolder(data?.cards ?? []);
        return (
          <Screen wide>
            <PersonHead me={me} title="Plan" below={data && words} />
            {error && <Notice again={() => void refetch()}>{error.message}</Notice>}
            <Pick
              label="How far ahead"
              options={folders.length > 0 ? [...VIEWS, FOLDERS] : VIEWS}
              chosen={view}
              onChoose={(next) => {
                setView(next);
                setWeeks(0);
                setChosen(null);
              }}
            />
            <Columns
              first={
                <>
                  {view !== 'folders' && (
                    <View style={styles.bar}>
                      <Press
                        flat
                        aria-label={view === 'week' ? 'The seven days before' : 'Five weeks before'}
                        disabled={weeks <= 0}
                        onPress={() => step(-WEEKS[view])}
                        style={styles.step}
                      >
                        <LineIcon name="back" size={20} />
                      </Press>
                      <Text variant="labelLarge" style={styles.week} role="status">
                        {daysWords(weeks, plan.days[0]!, zone)}
                      </Text>
                      <Press
                        flat
                        aria-label={view === 'week' ? 'The seven days after' : 'Five weeks after'}
                        onPress={() => step(WEEKS[view])}
                        style={styles.step}
                      >
                        <LineIcon name="forward" size={20} />
                      </Press>
                    </View>
                  )}
                  {view === 'week' && (
                    <Suspense fallback={<View style={styles.chart} />}>
                      <TideChart
                        days={plan.days}
                        today={today}
                        chosen={chosen}
                        hour={dayShare(now, zone)}
                        nameOf={nameOf}
                        words={words}
                        onDay={(day) => setChosen(day === chosen ? null : day)}
                      />
                    </Suspense>
                  )}
                  {view === 'month' && (
                    <MonthGrid
                      days={plan.days}
                      today={today}
                      chosen={chosen}
                      nameOf={nameOf}
                      onDay={(day) => setChosen(day === chosen ? null : day)}
                    />
                  )}
                </>
              }
              second={
                <>
                  {view === 'folders' &&
                    folders.map(([id, title, cards]) => <PieceList key={id} title={title} cards={cards} {...shared} />)}
                  {view !== 'folders' &&
                    shown.map(({ day, noon, pieces, minutes }) => (
                      <View key={day}>
                        <PieceList
                          title={dayTitle(day, noon, today, zone)}
                          cards={pieces}
                          {...shared}
                          beside={(card) =>
                            card.due === null && (
                              <PickDay
                                activityId={card.activityId}
                                title={card.title}
                                ownDay={card.ownDay}
                                zone={zone}
                              />
                            )
                          }
                        />
                        {pieces.length === 0 && <Notice calm>{`Nothing is due on ${nameOf(noon)}.`}</Notice>}
                        {pieces.length > 1 && minutes > 0 && (
                          <Text variant="bodySmall" style={styles.sum}>{`${minutes} minutes altogether`}</Text>
                        )}
                      </View>
                    ))}
                  {view !== 'folders' && plan.days.every(({ pieces }) => pieces.length === 0) && !chosen && data && (
                    <Notice calm>
                      {view === 'week' ? 'Nothing is due in these days.' : 'Nothing is due in these weeks.'}
                    </Notice>
                  )}
                  {view !== 'folders' && (
                    <>
                      <PieceList title="Late" cards={plan.shore} {...shared} />
                      <PieceList
                        title="No day yet"
                        cards={plan.drifting}
                        {...shared}
                        beside={(card) => (
                          <PickDay activityId={card.activityId} title={card.title} ownDay={card.ownDay} zone={zone} />
                        )}
                      />
                      {plan.beyond.length > 0 && <PieceList title="Later" cards={plan.beyond} {...shared} />}
                    </>
                  )}
                  {data && <CalendarAddress />}
                </>
              }
            />
          </Screen>
        );
      }}
    </SignedIn>
  );
}

/** The folders that a learner has open work in or behind them, with all that lies in each. */
function byFolder(cards: readonly PieceCard[]): [id: string, title: string, cards: PieceCard[]][] {
  const all = new Map<string, [string, string, PieceCard[]]>();
  for (const card of cards) {
    if (!card.folder || card.status.notOpen) continue;
    const { id, title } = card.folder;
    const folder = all.get(id) ?? [id, title, []];
    folder[2].push(card);
    all.set(id, folder);
  }
  return [...all.values()];
}

function dayTitle(day: string, noon: number, today: string, zone: string): string {
  const name = weekdayWord(noon, zone);
  return day === today ? `${name}, today` : `${name} ${Number(day.slice(8))}`;
}

const styles = StyleSheet.create({
  bar: { flexDirection: 'row', alignItems: 'center', gap: 4, marginLeft: -12 },
  step: {
    width: TARGET.learner,
    height: TARGET.learner,
    alignItems: 'center',
    justifyContent: 'center',
    borderColor: 'transparent',
    backgroundColor: 'transparent',
  },
  week: { minWidth: 150, textAlign: 'center' },
  chart: { height: 236 },
  sum: { color: colours.soft, paddingTop: 6 },
});
