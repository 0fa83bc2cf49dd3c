import { QUESTIONS_LIMITS, type QuestionsSettings } from '@lippet/core/parts/questions/questionsPart';
import { LESS_FOR_EACH } from '@lippet/core/questions/countedShare';
import { NumberField } from '../../ui/NumberField';
import { Pick } from '../../ui/Pick';
import { TickBox } from '../../ui/TickBox';

interface Props {
  settings: QuestionsSettings;
  onSettings: (change: Partial<QuestionsSettings>) => void;
}

const TRIES = [1, 2, 3, 5, null] as const;

/** How often each question may be tried, what is told after a try, and what counts. */
export function QuestionsRules({ settings, onSettings }: Props) {
  const { questions, tries, told, counted, rightShown, earnBack, minutes, spreadShown } = settings;
  return (
    <>
      <Pick
        label="Tries for each"
        headed
        options={TRIES.map((count) => ({ value: String(count), word: count === null ? 'Without end' : String(count) }))}
        chosen={String(tries)}
        onChoose={(value) => onSettings({ tries: value === 'null' ? null : Number(value) })}
      />
      <Pick
        label="After a try, learners are told"
        headed
        options={[
          { value: 'right or wrong', word: 'Right or not' },
          { value: 'nothing', word: 'Nothing' },
        ]}
        chosen={told}
        onChoose={(value) => onSettings({ told: value })}
      />
      {tries !== 1 && (
        <Pick
          label="Of several tries, what counts"
          headed
          options={[
            { value: 'last', word: 'The last' },
            { value: 'first', word: 'The first' },
            { value: 'best', word: 'The best' },
            { value: 'less', word: `${LESS_FOR_EACH * 100}% less for each` },
          ]}
          chosen={counted}
          onChoose={(value) => onSettings({ counted: value })}
        />
      )}
      <Pick
        label="What was right is shown"
        headed
        options={[
          { value: 'never', word: 'Never' },
          { value: 'after the last try', word: 'After the last try' },
          { value: 'once all are given', word: 'Once all are given' },
          { value: 'once sent', word: 'Once sent' },
          { value: 'once due', word: 'Once it was due' },
          { value: 'once finished', word: 'Once finished' },
        ]}
        chosen={rightShown}
        onChoose={(value) => onSettings({ rightShown: value })}
      />
      <TickBox
        word="Learners see what the others said"
        below="Without names, once they have sent it; one question alone is answered on Now"
        on={spreadShown}
        onChange={(on) => onSettings({ spreadShown: on })}
      />
      {questions.length > 1 && <SetRules settings={settings} onSettings={onSettings} />}
      <NumberField
        label="Minutes for all of them (empty: as long as they like)"
        value={minutes}
        most={QUESTIONS_LIMITS.minutes}
        onChange={(value) => onSettings({ minutes: value })}
      />
      {questions.some(({ template }) => template !== null) && (
        <TickBox
          word="One like it, right at once, earns the marks back"
          on={earnBack}
          onChange={(on) => onSettings({ earnBack: on })}
        />
      )}
    </>
  );
}

const ROUNDS = [1, 2, 3, null] as const;

/** How one goes through several questions. */
function SetRules({ settings, onSettings }: Props) {
  const { questions, inOrder, shuffled, pool, rounds, roundsCounted } = settings;
  return (
    <>
      <Pick
        label="The way through them"
        headed
        options={[
          { value: 'free', word: 'In any order' },
          { value: 'in order', word: 'One after the other' },
        ]}
        chosen={inOrder ? 'in order' : 'free'}
        onChoose={(value) => onSettings({ inOrder: value === 'in order' })}
      />
      <TickBox
        word="In another order for each learner"
        below="The questions, and what is laid out in them"
        on={shuffled}
        onChange={(on) => onSettings({ shuffled: on })}
      />
      <NumberField
        label={`So many of the ${questions.length} for each learner (empty: all)`}
        value={pool}
        most={questions.length}
        onChange={(value) => onSettings({ pool: value })}
      />
      <Pick
        label="Times through"
        headed
        options={ROUNDS.map((count) => ({
          value: String(count),
          word: count === null ? 'Without end' : String(count),
        }))}
        chosen={String(rounds)}
        onChoose={(value) => onSettings({ rounds: value === 'null' ? null : Number(value) })}
      />
      {rounds !== 1 && (
        <Pick
          label="Of several times through, what counts"
          headed
          options={[
            { value: 'best', word: 'The best' },
            { value: 'last', word: 'The last' },
            { value: 'first', word: 'The first' },
          ]}
          chosen={roundsCounted}
          onChoose={(value) => onSettings({ roundsCounted: value })}
        />
      )}
    </>
  );
}
