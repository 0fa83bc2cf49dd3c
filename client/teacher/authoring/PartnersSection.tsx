import type { PlanGroup } from '@lippet/core/contract/activities';
import type { ActivityPlan } from '@lippet/core/contract/activityDefinition';
import type { CrewWay } from '@lippet/core/review/partners/allocatePartners';
import {
  NEW_PARTNERS,
  PARTNER_LIMITS,
  type PartnerAsks,
  type PartnerPlan,
  type PartnerStart,
} from '@lippet/core/review/partners/partnerPlan';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { Button } from '../../ui/Button';
import { DateField } from '../../ui/DateField';
import { Field } from '../../ui/Field';
import { Pick } from '../../ui/Pick';
import { TickBox } from '../../ui/TickBox';
import { ApartPairs } from './ApartPairs';

interface Props {
  plan: ActivityPlan;
  groups: readonly PlanGroup[];
  zone: string;
  change: (how: (plan: ActivityPlan) => ActivityPlan, step?: boolean) => void;
}

const COUNTS = Array.from({ length: PARTNER_LIMITS.reviews }, (_, index) => ({
  value: String(index + 1),
  word: String(index + 1),
}));

const NAMES = [
  { value: 'without', word: 'Without names' },
  { value: 'with', word: 'With names' },
] as const;

const STARTS: readonly { value: PartnerStart; word: string }[] = [
  { value: 'sent', word: 'Once one has sent' },
  { value: 'enough', word: 'When enough have sent' },
  { value: 'time', word: 'At a time' },
];

const THROUGH = [
  { value: 'direct', word: 'To the partner at once' },
  { value: 'teacher', word: 'To me first' },
] as const;

const CREWS: readonly { value: CrewWay; word: string }[] = [
  { value: 'any', word: 'Anybody of the group' },
  { value: 'within', word: 'Within their crew' },
  { value: 'across', word: 'From other crews' },
];

/** Learners who look at each other's work: how many, from when, what they give, and who sees it. */
export function PartnersSection({ plan, groups, zone, change }: Props) {
  const { partners } = plan;
  const put = (next: PartnerPlan | null, step = false): void => change((now) => ({ ...now, partners: next }), step);
  if (!partners)
    return (
      <>
        <Text variant="bodySmall">Learners can look at each other’s work, and say what helps.</Text>
        <Button icon="plus" onPress={() => put(NEW_PARTNERS, true)} style={styles.start}>
          Add partners
        </Button>
      </>
    );
  const set = (some: Partial<PartnerPlan>): void => put({ ...partners, ...some });
  const chosen = new Set(plan.groups.map(({ group }) => group));
  const own = groups.filter(({ id }) => chosen.has(id));
  return (
    <>
      <Pick
        label="Partners for each learner"
        headed
        options={COUNTS}
        chosen={String(partners.reviews)}
        onChoose={(count) => set({ reviews: Number(count) })}
      />
      <Pick
        label="Do they know who it is?"
        headed
        options={NAMES}
        chosen={partners.named ? 'with' : 'without'}
        onChoose={(way) => set({ named: way === 'with' })}
      />
      {!partners.named && (
        <Text variant="bodySmall">
          They are Partner 1, Partner 2. A voice, a face or a name written on the work may still tell.
        </Text>
      )}
      <StartFields partners={partners} zone={zone} onChange={set} />
      <AsksFields plan={plan} asks={partners.asks} onChange={(asks) => set({ asks: { ...partners.asks, ...asks } })} />
      <Pick
        label="What they say goes"
        headed
        options={THROUGH}
        chosen={partners.throughTeacher ? 'teacher' : 'direct'}
        onChoose={(way) => set({ throughTeacher: way === 'teacher' })}
      />
      {own.some(({ crews }) => crews.length > 0) && (
        <Pick
          label="Who their partners are"
          headed
          options={CREWS}
          chosen={partners.crews}
          onChoose={(crews) => set({ crews })}
        />
      )}
      <ApartPairs pairs={partners.apart} groups={own} onChange={(apart) => set({ apart })} />
      <Button icon="bin" onPress={() => put(null, true)} style={styles.start}>
        No partners
      </Button>
    </>
  );
}

/** From when, and until when. */
function StartFields({
  partners: { start, at, enough, until },
  zone,
  onChange,
}: {
  partners: PartnerPlan;
  zone: string;
  onChange: (some: Partial<PartnerPlan>) => void;
}) {
  return (
    <>
      <Pick
        label="They look at others’ work"
        headed
        options={STARTS}
        chosen={start}
        onChoose={(way) => onChange({ start: way })}
      />
      {start === 'time' && (
        <View style={styles.dates}>
          <DateField label="Partners from" value={at} zone={zone} onChange={(time) => onChange({ at: time })} />
        </View>
      )}
      {start === 'enough' && (
        <Field
          label="How many have sent"
          value={String(enough)}
          maxLength={3}
          onChangeText={(text) => {
            const count = Number(text);
            if (Number.isInteger(count) && count >= 2 && count <= PARTNER_LIMITS.enough) onChange({ enough: count });
          }}
        />
      )}
      <View style={styles.dates}>
        <DateField label="Partners until" value={until} zone={zone} onChange={(time) => onChange({ until: time })} />
      </View>
    </>
  );
}

/** What each has to give. */
function AsksFields({
  plan,
  asks,
  onChange,
}: {
  plan: ActivityPlan;
  asks: PartnerAsks;
  onChange: (some: Partial<PartnerAsks>) => void;
}) {
  const rows = plan.rubric.filter(({ title }) => title.trim() !== '');
  return (
    <View role="group" aria-label="What each gives" style={styles.asks}>
      <Text variant="labelMedium" aria-hidden>
        What each gives
      </Text>
      <TickBox word="A note" on={asks.note} onChange={(note) => onChange({ note })} />
      <TickBox word="Marks on the work" on={asks.marks} onChange={(marks) => onChange({ marks })} />
      <TickBox word="Something they say or film" on={asks.told} onChange={(told) => onChange({ told })} />
      {rows.map(({ id, title }) => (
        <TickBox
          key={id}
          word={title}
          below="From what good work shows"
          on={asks.rows.includes(id)}
          onChange={(on) => onChange({ rows: on ? [...asks.rows, id] : asks.rows.filter((row) => row !== id) })}
        />
      ))}
    </View>
  );
}

const styles = StyleSheet.create({
  start: { alignSelf: 'flex-start' },
  asks: { gap: 10 },
  // A field of a date takes its share of a row.
  dates: { flexDirection: 'row', maxWidth: 320 },
});
