import { Text } from 'react-native-paper';
import { PagelessAnswer } from '../PagelessAnswer';
import type { ClientPart } from '../partKind';
import { PreviewSign } from '../PreviewSign';

/** Photos of work on paper: each is a page. */
export const photoPart: ClientPart<'photo'> = {
  word: 'Photo',
  icon: 'camera',
  about: 'Photos of work on paper',
  newTitle: 'My photo',
  verb: 'Take',
  answeredOn: 'pages',
  pagesAre: 'photos',
  nothingYet: 'No photo taken yet',
  settingsLine: () => '',
  madeLine: () => null,
  Answer: PagelessAnswer,
  Fields: () => (
    <Text variant="bodyMedium">
      Learners take as many photos as they need. The sheet is found, straightened and lit evenly by itself.
    </Text>
  ),
  Preview: ({ wide }) => <PreviewSign icon="camera" words="Take a photo" wide={wide} />,
};
