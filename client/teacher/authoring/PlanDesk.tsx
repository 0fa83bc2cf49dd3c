import type { ActivityCard, PlanView } from '@lippet/core/contract/activities';
import { planTroubles, type PlanPlace } from '@lippet/core/contract/definitionTroubles';
import type { ActivityPlan } from '@lippet/core/contract/activityDefinition';
import type { Take, TakeSort } from '@lippet/core/recording/take';
import { useQueryClient } from '@tanstack/react-query';
import { useRouter } from 'expo-router';
import { useEffect, useRef, useState } from 'react';
import { ScrollView, StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { useStore } from 'zustand';
import { mediaOutbox, onTheirWay, wayWords } from '../../api/mediaOutbox';
import { keys, useActivities } from '../../api/queries';
import { getBlob, request } from '../../api/request';
import { download } from '../../page/takeOut';
import Booth from '../../capture/Booth';
import { Ask } from '../../ui/Ask';
import { BackHead } from '../../ui/BackHead';
import { Button } from '../../ui/Button';
import { PanelFaults } from '../../ui/Faults';
import { LineIcon } from '../../ui/LineIcon';
import { Opening } from '../../ui/Opening';
import { Pick } from '../../ui/Pick';
import { Press } from '../../ui/Press';
import { Say } from '../../ui/Say';
import { Screen } from '../../ui/Screen';
import { colours, OUTLINE, TARGET } from '../../ui/theme';
import { useWide } from '../../ui/useWide';
import { BasicsSection } from './BasicsSection';
import { sheetsOf, withSheets } from '@lippet/core/parts/part';
import { boothPart } from '../../capture/boothPart';
import { RefusedList } from '../../outbox/RefusedList';
import { ForWhomSection } from './ForWhomSection';
import { JoiningCard } from './JoiningCard';
import { MaterialsSection, newMaterial } from './MaterialsSection';
import { changePart, takenOut } from './planParts';
import { PartsSection } from './PartsSection';
import { PlanPreview } from './PlanPreview';
import { PlanSection, SECTIONS } from './PlanSection';
import { draftWords } from './planDraft';
import { RubricSection } from './RubricSection';
import { SheetDrawing } from './SheetDrawing';
import type { SheetWork } from '../../parts/partKind';
import { SpotLayout } from './SpotLayout';
import { TaskSection } from './TaskSection';
import { partAnchor, useEditing } from './editing';
import { usePlanDraft } from './usePlanDraft';

/** Subjects of the teacher's activities, most used first. */
function subjectsOf(activities: readonly ActivityCard[] = []): string[] {
  const uses = new Map<string, number>();
  for (const { subject } of activities) if (subject) uses.set(subject, (uses.get(subject) ?? 0) + 1);
  return [...uses].sort((a, b) => b[1] - a[1] || a[0].localeCompare(b[0])).map(([subject]) => subject);
}

/** What is marked by, to be compared: the keys of what comes from school may stand in another order. */
const markedBy = ({
  rubric,
  marking: { kind, outOf, halves, levels },
}: Pick<ActivityPlan, 'rubric' | 'marking'>): string =>
  JSON.stringify([rubric.map((row) => [row.id, row.title, row.levels, row.weight]), kind, outOf, halves, levels]);
const marksChange = (now: PlanView['marked'], plan: ActivityPlan): boolean => markedBy(now) !== markedBy(plan);

/**
 * What is asked before changes are given out: parts that were begun are left out; what good work shows has changed, and
 * some was marked by it.
 */
type GivingQuestion = 'leaving' | 'remarking';

type Recording = { sort: TakeSort; as: 'task' | 'material' };

/** Who sees what of it now. */
function statusWords({ state, changed }: PlanView, groups: string): string {
  if (state === 'draft') return 'A draft. Nobody sees it yet';
  if (state === 'archived') return 'Put away. Learners keep what they made';
  return changed ? 'Learners see it without your last changes' : `Learners of ${groups} see this`;
}

/** Back from where places are laid out, or something is drawn or recorded, one is where one was in the form. */
function useComeBack(away: boolean): void {
  const wasAway = useRef(false);
  useEffect(() => {
    const { open, place } = useEditing.getState();
    const anchor = open !== null ? partAnchor(open) : place !== null && `plan-${place}`;
    if (wasAway.current && !away && anchor) document.getElementById(anchor)?.scrollIntoView({ block: 'start' });
    wasAway.current = away;
  }, [away]);
}

/** Making an activity: one form in six parts, kept as one types, and what a learner will see of it. */
export default function PlanDesk({ activityId, zone, teacher }: { activityId: string; zone: string; teacher: string }) {
  const wide = useWide();
  const router = useRouter();
  const client = useQueryClient();
  const activities = useActivities();
  const { draft, state, error, again } = usePlanDraft(activityId);
  const home = `activities/${activityId}` as const;
  const way = useStore(mediaOutbox.state, (outbox) => {
    const files = onTheirWay(outbox, home);
    return files && wayWords(files);
  });
  const [recording, setRecording] = useState<Recording | null>(null);
  const [laying, setLaying] = useState<{ part: string; sheet: number; as: SheetWork } | null>(null);
  const [asked, setAsked] = useState(false);
  const [preview, setPreview] = useState<'phone' | 'wide' | null>(null);
  const [menu, setMenu] = useState(false);
  const [busy, setBusy] = useState(false);
  const [question, setQuestion] = useState<GivingQuestion | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  // What is put into the editor of the task from outside shows only once that is made anew.
  const [edition, setEdition] = useState(0);
  const scroll = useRef<ScrollView>(null);
  useEffect(() => () => void client.invalidateQueries({ queryKey: keys.activities }), [client]);
  const away = laying !== null || recording !== null;
  useComeBack(away);
  // Of another form, nothing is being edited here.
  useEffect(() => () => useEditing.getState().leave(), []);

  if (error)
    return (
      <Screen>
        <BackHead title="Activity" home="/activities" />
        <Say again={again}>{error.message}</Say>
      </Screen>
    );
  if (!draft || !state) return <Opening />;
  const { plan, view, saved } = state;
  const change = draft.change.bind(draft);
  const nameOf = (id: string): string =>
    view.groups.find((group) => group.id === id)?.name ??
    view.groups.flatMap(({ learners }) => learners).find((learner) => learner.id === id)?.name ??
    'somebody';
  const troubles = planTroubles(plan, nameOf);
  const goTo = (place: PlanPlace): void => document.getElementById(`plan-${place}`)?.scrollIntoView({ block: 'start' });
  const run = async (action: () => Promise<unknown>): Promise<boolean> => {
    setBusy(true);
    setProblem(null);
    try {
      await action();
      return true;
    } catch (failed) {
      setProblem((failed as Error).message);
      return false;
    } finally {
      setBusy(false);
      void client.invalidateQueries({ queryKey: keys.activities });
    }
  };
  /** Whether the plan leaves out what learners are asked for now, and some have begun; that is asked about first. */
  const leavesWorkOut = (): boolean => {
    const { withWork } = draft.state.getState().view;
    return takenOut(plan, withWork).some(({ asked: stillAsked }) => stillAsked);
  };
  const giveOut = async (agreed: readonly GivingQuestion[] = []): Promise<void> => {
    setQuestion(null);
    if (troubles.length > 0) {
      setAsked(true);
      return goTo(troubles[0]!.place);
    }
    if (!agreed.includes('leaving')) {
      // Where it can't be looked up, nothing is given out over somebody's work.
      if (view.state === 'set' && !(await run(() => draft.lookForWork()))) return undefined;
      if (leavesWorkOut()) return setQuestion('leaving');
    }
    if (!agreed.includes('remarking') && view.marked.count > 0 && marksChange(view.marked, plan))
      return setQuestion('remarking');
    if (await run(() => draft.giveOut())) setAsked(false);
    return undefined;
  };
  const afresh = async (action: () => Promise<void>): Promise<void> => {
    setMenu(false);
    if (await run(action)) setEdition(edition + 1);
  };
  const copy = async (): Promise<void> => {
    setMenu(false);
    const id = crypto.randomUUID();
    await draft.flush();
    if (await run(() => request('POST /activities/:id/copy', { id: activityId }, { id })))
      router.replace(`/make/${id}`);
  };
  const takeOut = async (): Promise<void> => {
    setMenu(false);
    await draft.flush();
    await run(async () =>
      download(await getBlob(`/activities/${activityId}/archive.zip`), `${plan.title || 'activity'}.zip`),
    );
  };
  const onKeep = ({ media, seconds, spans, title, sort }: Take): void => {
    const told = { sort, media, seconds, spans: [...spans] };
    if (recording!.as === 'task') change((now) => ({ ...now, told }), true);
    else
      change(
        (now) => ({
          ...now,
          materials: [...now.materials, newMaterial(sort, { title, media, seconds, spans: [...spans] })],
        }),
        true,
      );
    setRecording(null);
  };

  if (recording) {
    return (
      <Booth
        home={home}
        part={boothPart(recording.as === 'task' ? 'The task' : 'To look at', recording.sort)}
        task={plan.title}
        sort={recording.sort}
        onKeep={onKeep}
        onClose={() => setRecording(null)}
      />
    );
  }
  const laid = laying && plan.parts.find(({ id }) => id === laying.part);
  const sheet = laid && laying && sheetsOf(laid)[laying.sheet];
  if (laid && sheet) {
    const Laying = laying.as === 'spots' ? SpotLayout : SheetDrawing;
    return (
      <Laying
        sheet={sheet}
        title={laid.title}
        onClose={() => setLaying(null)}
        onChange={(next) =>
          change((now) =>
            changePart(now, laid.id, (part) =>
              withSheets(
                part,
                sheetsOf(part).map((old, i) => (i === laying.sheet ? next : old)),
              ),
            ),
          )
        }
      />
    );
  }

  const groups = plan.groups.map(({ group }) => nameOf(group)).join(', ');
  const status = statusWords(view, groups);
  const settled = view.state === 'set' && !view.changed && saved === 'saved';
  const setIt = groups ? `Set it for ${groups}` : 'Set it';
  const give = view.state === 'draft' ? setIt : 'Give out the changes';
  const sections: Record<PlanPlace, React.ReactNode> = {
    title: <BasicsSection key={edition} plan={plan} subjects={subjectsOf(activities.data)} change={change} />,
    task: (
      <TaskSection
        plan={plan}
        home={home}
        change={change}
        edition={edition}
        onRecord={(sort) => setRecording({ sort, as: 'task' })}
      />
    ),
    parts: (
      <PartsSection
        plan={plan}
        home={home}
        workIn={view.workIn}
        withWork={view.withWork}
        change={change}
        onSheet={(part, at, as) => setLaying({ part, sheet: at, as })}
      />
    ),
    materials: (
      <MaterialsSection
        plan={plan}
        home={home}
        zone={zone}
        change={change}
        onRecord={(sort) => setRecording({ sort, as: 'material' })}
      />
    ),
    rubric: <RubricSection plan={plan} change={change} />,
    groups: (
      <>
        <ForWhomSection plan={plan} groups={view.groups} zone={zone} change={change} />
        {view.state === 'set' && <JoiningCard activityId={activityId} />}
      </>
    ),
  };
  const sheets = SECTIONS.map(({ place }) => (
    <PlanSection
      key={place}
      place={place}
      shown={asked}
      troubles={troubles.filter((each) => each.place === place).map(({ words }) => words)}
    >
      {sections[place]}
    </PlanSection>
  ));
  const form = (
    <>
      <RefusedList home={home} />
      {sheets}
    </>
  );
  const index = (
    <View style={styles.index} role="navigation" aria-label="Parts of the form">
      {SECTIONS.map(({ place, word }, i) => {
        const open = troubles.some((each) => each.place === place);
        const empty =
          (place === 'materials' && plan.materials.length === 0) || (place === 'rubric' && plan.rubric.length === 0);
        const optional = empty ? ', if you like' : '';
        return (
          <Press
            key={place}
            role="button"
            flat
            aria-label={`${word}${open ? ', not complete' : optional}`}
            onPress={() => goTo(place)}
            style={styles.indexRow}
          >
            <View style={[styles.indexMark, !open && !empty && styles.indexDone, empty && styles.indexEmpty]}>
              {open || empty ? (
                <Text variant="labelSmall">{i + 1}</Text>
              ) : (
                <LineIcon name="tick" size={15} width={3.5} />
              )}
            </View>
            <Text variant="labelMedium" style={styles.grow}>
              {word}
            </Text>
          </Press>
        );
      })}
    </View>
  );
  const foot = (
    <View style={[styles.foot, wide && styles.footWide]}>
      <View style={wide && styles.grow}>
        <Text variant="labelMedium">{status}</Text>
        <Text variant="bodySmall" style={{ color: colours.soft }} role="status" aria-live="polite" testID="draft-line">
          {way ? `${draftWords(state)}, ${way}` : draftWords(state)}
        </Text>
      </View>
      <View style={styles.footButtons}>
        {!wide && (
          <Button icon="eye" label="See it as a learner" onPress={() => setPreview('phone')}>
            See it
          </Button>
        )}
        {view.state !== 'archived' && (
          <Button
            kind={settled ? 'plain' : 'main'}
            icon={settled ? 'tick' : 'forward'}
            disabled={busy || settled}
            onPress={() => void giveOut()}
            style={!wide && styles.grow}
          >
            {settled ? 'Given out' : give}
          </Button>
        )}
      </View>
    </View>
  );
  const head = (
    <View style={styles.head}>
      <View style={styles.grow}>
        <BackHead title={plan.title || 'A new activity'} home="/activities" />
      </View>
      {state.mayUndo && (
        <Press
          flat
          aria-label="Undo the last step"
          onPress={() => {
            draft.undo();
            setEdition(edition + 1);
          }}
          style={styles.tool}
        >
          <LineIcon name="undo" />
        </Press>
      )}
      <Press flat aria-label="More" onPress={() => setMenu(true)} style={styles.tool}>
        <LineIcon name="more" />
      </Press>
    </View>
  );
  const says = (
    <>
      {problem && <Say>{problem}</Say>}
      {saved === 'conflict' && (
        <View style={styles.conflict} role="alert">
          <Text variant="labelLarge">{state.trouble}</Text>
          <Button onPress={() => void afresh(() => draft.takeTheirs())} style={styles.start}>
            Show what is there now
          </Button>
        </View>
      )}
    </>
  );
  const overlays = (
    <>
      <Ask
        visible={menu}
        title="More"
        onClose={() => setMenu(false)}
        answers={<Button onPress={() => setMenu(false)}>Close</Button>}
      >
        <View style={styles.menu}>
          <Button icon="copy" onPress={() => void copy()}>
            Make a copy of it
          </Button>
          <Button icon="out" onPress={() => void takeOut()}>
            Take it out (ZIP)
          </Button>
          {view.changed && (
            <Button icon="undo" onPress={() => void afresh(() => draft.discard())}>
              Back to what learners see
            </Button>
          )}
          {view.state === 'archived' ? (
            <Button icon="box" onPress={() => void afresh(() => draft.archive(false))}>
              Take it out again
            </Button>
          ) : (
            <Button icon="box" onPress={() => void afresh(() => draft.archive(true))}>
              Put it away
            </Button>
          )}
          {view.state !== 'archived' && view.state !== 'draft' && (
            <Text variant="bodySmall">
              Put away, it takes no more work. All that was made stays with those who made it.
            </Text>
          )}
        </View>
      </Ask>
      <Ask
        visible={question === 'leaving'}
        title="Give it out without what was begun?"
        onClose={() => setQuestion(null)}
        answers={
          <>
            <Button onPress={() => setQuestion(null)}>Not now</Button>
            <Button kind="main" onPress={() => void giveOut(['leaving'])}>
              Give it out
            </Button>
          </>
        }
      >
        {takenOut(plan, view.withWork)
          .filter(({ asked: stillAsked }) => stillAsked)
          .map(({ part }) => (
            <Text key={part.id} variant="bodyMedium">
              {`“${part.title}” has work in it by ${(view.workIn[part.id] ?? []).join(', ')}.`}
            </Text>
          ))}
        <Text variant="bodyMedium">
          It stays with their pieces, and is not asked for any more. You can put it back at any time.
        </Text>
      </Ask>
      <Ask
        visible={question === 'remarking'}
        title="Change what is marked by?"
        onClose={() => setQuestion(null)}
        answers={
          <>
            <Button onPress={() => setQuestion(null)}>Not now</Button>
            <Button kind="main" onPress={() => void giveOut(['leaving', 'remarking'])}>
              Give it out
            </Button>
          </>
        }
      >
        <Text variant="bodyMedium">
          {`${view.marked.count === 1 ? 'One piece was' : `${view.marked.count} pieces were`} marked by what ` +
            `good work showed until now. What was said of ${view.marked.count === 1 ? 'it' : 'them'} stays as it ` +
            'is, with the lines and the mark it had. Only what you answer from now on goes by the new lines.'}
        </Text>
      </Ask>
      <Ask
        visible={!wide && preview !== null}
        title="As a learner sees it"
        onClose={() => setPreview(null)}
        answers={<Button onPress={() => setPreview(null)}>Close</Button>}
      >
        <PanelFaults>
          <PlanPreview plan={plan} wide={false} zone={zone} teacher={teacher} />
        </PanelFaults>
      </Ask>
    </>
  );

  if (!wide) {
    return (
      <View style={styles.screen} role="main">
        <ScrollView ref={scroll} contentContainerStyle={styles.phone}>
          {head}
          {says}
          {form}
        </ScrollView>
        {foot}
        {overlays}
      </View>
    );
  }
  return (
    <View style={styles.screen} role="main">
      <View style={styles.columns}>
        <View style={styles.left}>{index}</View>
        <ScrollView ref={scroll} style={styles.middle} contentContainerStyle={styles.form}>
          {head}
          {says}
          {form}
        </ScrollView>
        <View
          style={[styles.right, preview === 'wide' && styles.rightWide]}
          role="complementary"
          aria-label="As a learner sees it"
        >
          <Pick
            label="As a learner sees it"
            headed
            options={[
              { value: 'phone', word: 'Phone', icon: 'phone' },
              { value: 'wide', word: 'Wide', icon: 'full' },
            ]}
            chosen={preview ?? 'phone'}
            onChoose={setPreview}
          />
          <PanelFaults>
            <PlanPreview plan={plan} wide={preview === 'wide'} zone={zone} teacher={teacher} />
          </PanelFaults>
        </View>
      </View>
      {foot}
      {overlays}
    </View>
  );
}

const styles = StyleSheet.create({
  screen: { flex: 1, backgroundColor: colours.paper },
  phone: { padding: 14, gap: 18, paddingBottom: 40 },
  columns: { flex: 1, flexDirection: 'row' },
  left: { width: 214, padding: 14, paddingTop: 76, borderRightWidth: OUTLINE, borderColor: colours.ink },
  middle: { flex: 1 },
  form: { padding: 18, gap: 20, maxWidth: 720, width: '100%', alignSelf: 'center', paddingBottom: 60 },
  right: {
    width: 392,
    padding: 18,
    gap: 14,
    borderLeftWidth: OUTLINE,
    borderColor: colours.ink,
    backgroundColor: colours.desk,
  },
  rightWide: { width: '54%' },
  head: { flexDirection: 'row', alignItems: 'center', gap: 4 },
  grow: { flex: 1 },
  tool: {
    width: TARGET.learner,
    height: TARGET.learner,
    alignItems: 'center',
    justifyContent: 'center',
    borderColor: 'transparent',
    backgroundColor: 'transparent',
  },
  index: { gap: 4 },
  indexRow: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: 10,
    minHeight: TARGET.adult,
    borderColor: 'transparent',
    backgroundColor: 'transparent',
  },
  indexMark: {
    width: 26,
    height: 26,
    borderWidth: OUTLINE,
    borderColor: colours.ink,
    backgroundColor: colours.scrap,
    alignItems: 'center',
    justifyContent: 'center',
  },
  indexEmpty: { borderStyle: 'dashed', backgroundColor: 'transparent' },
  indexDone: { backgroundColor: colours.ochre },
  conflict: { backgroundColor: colours.blush, borderWidth: OUTLINE, borderColor: colours.ink, padding: 14, gap: 12 },
  start: { alignSelf: 'flex-start' },
  footWide: { flexDirection: 'row', alignItems: 'center' },
  footButtons: { flexDirection: 'row', gap: 14 },
  foot: {
    gap: 8,
    paddingHorizontal: 16,
    paddingTop: 10,
    paddingBottom: 14,
    borderTopWidth: OUTLINE,
    borderColor: colours.ink,
    backgroundColor: colours.scrap,
  },
  menu: { gap: 12 },
});
