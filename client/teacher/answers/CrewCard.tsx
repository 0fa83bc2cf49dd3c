import type { AnswersView } from '@lippet/core/contract/answers';
import { CREW_LIMITS, type CrewView } from '@lippet/core/contract/crews';
import { StyleSheet, View } from 'react-native';
import { Button } from '../../ui/Button';
import { DateField } from '../../ui/DateField';
import { Field } from '../../ui/Field';
import { CrewNames, CrewPlace, PutHere } from './CrewNames';
import type { CrewsDraft } from './crewsDraft';
import { CrewWork } from './CrewWork';

interface CrewProps {
  crew: CrewView;
  draft: CrewsDraft;
  held: string | null;
  view: AnswersView;
  zone: string;
  /** It was given out, as it stands. */
  isGiven: boolean;
}

/** A crew that is being put together: who is in it, what they are told, when and where they meet. */
export function CrewCard({ crew, draft, held, view, zone, isGiven }: CrewProps) {
  const { id, name, note, meetsAt, link, learners } = crew;
  return (
    <CrewPlace id={id}>
      <Field
        label="Crew"
        value={name}
        maxLength={CREW_LIMITS.name}
        onChangeText={(text) => draft.edit(id, { name: text })}
      />
      <CrewNames learners={learners} held={held} view={view} onPick={(learner) => draft.pickUp(learner)} />
      <PutHere held={held} name={name} onPut={() => draft.putInto(id)} />
      <Field
        label="What they are told"
        value={note}
        maxLength={CREW_LIMITS.note}
        onChangeText={(text) => draft.edit(id, { note: text })}
        multiline
      />
      <View style={styles.when}>
        <DateField
          label="They meet"
          value={meetsAt}
          zone={zone}
          onChange={(value) => draft.edit(id, { meetsAt: value })}
        />
      </View>
      <Field
        label="Where, as a web address"
        value={link ?? ''}
        maxLength={CREW_LIMITS.link}
        onChangeText={(text) => draft.edit(id, { link: text.trim() === '' ? null : text.trim() })}
        autoCapitalize="none"
      />
      <CrewWork crew={crew} isGiven={isGiven} />
      <Button icon="bin" label={`Take apart: the crew ${name}`} onPress={() => draft.drop(id)} style={styles.way}>
        Take apart
      </Button>
    </CrewPlace>
  );
}

const styles = StyleSheet.create({
  // A date takes what room there is along its row.
  when: { flexDirection: 'row' },
  way: { alignSelf: 'flex-start' },
});
