import { answerOf } from '@lippet/core/parts/part';
import { addedIn } from '@lippet/core/parts/shared/sharedAnswer';
import { Text } from 'react-native-paper';
import { counted } from '../counted';
import { PagePreview } from '../page/PagePreview';
import type { ClientPart, PreviewProps, SmallProps } from '../partKind';
import { SharedFields } from './SharedFields';
import { SharedPanel } from './SharedPanel';

function SharedSmall({ part, doc }: SmallProps<'shared'>) {
  return <Text variant="titleSmall">{`${counted(addedIn(doc, part.id), 'thing')} added`}</Text>;
}

const SharedPreview = ({ settings: { sheets }, ...rest }: PreviewProps<'shared'>) => (
  <PagePreview settings={{ sheets }} {...rest} />
);

/** Sheets that a group, or each of its crews, fills together. */
export const sharedPart: ClientPart<'shared'> = {
  word: 'Sheet for all',
  icon: 'people',
  about: 'One sheet that a group fills together',
  newTitle: 'Our sheet',
  verb: 'Add to',
  answeredOn: 'panel',
  ownHistory: true,
  pagesAre: 'sheets',
  nothingYet: 'Nothing added yet',
  settingsLine: ({ sheets, by }) => `${counted(sheets.length, 'sheet')} for ${by === 'crew' ? 'each crew' : 'all'}`,
  madeLine(_part, progress) {
    const added = answerOf('shared', progress)?.added ?? 0;
    return added === 0 ? null : `${counted(added, 'thing')} added`;
  },
  Answer: SharedPanel,
  Fields: SharedFields,
  Preview: SharedPreview,
  Small: SharedSmall,
  groupWay: { word: 'Sheet for all', icon: 'people', to: (activityId) => `/shared/${activityId}` },
};
