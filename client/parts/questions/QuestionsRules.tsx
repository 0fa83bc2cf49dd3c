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
          { value: 'once sent', word: 'Once sent' },
          { value: 'once finished', word: 'Once finished' },
        ]}
        chosen={rightShown}
        onChoose={(value) => onSettings({ rightShown: value })}
      />
      <TickBox
        word="Learners see what the others said"
        below="Without names, once they have answered; one question alone is answered on Now"
        on={spreadShown}
        onChange={(on) => onSettings({ spreadShown: on })}
      />
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
