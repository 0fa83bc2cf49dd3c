import { answerOf } from '@lippet/core/parts/part';
import { LineIcon } from '../../ui/LineIcon';
import { TickBox } from '../../ui/TickBox';
import type { ClientPart, FieldsProps } from '../partKind';
import { PreviewSign } from '../PreviewSign';
import { TickPanel } from './TickPanel';
import { TickSent } from './TickSent';

function TickFields({ settings, onSettings }: FieldsProps<'tick'>) {
  return (
    <TickBox
      word="I confirm it"
      below="You put your seal on it when you look at the piece"
      on={settings.confirm === true}
      onChange={(confirm) => onSettings({ confirm: confirm || undefined })}
    />
  );
}

/** Something that is done away from the screen. */
export const tickPart: ClientPart<'tick'> = {
  word: 'Tick',
  icon: 'tick',
  about: 'Something done away from the screen',
  newTitle: 'Done',
  verb: 'Do',
  answeredOn: 'panel',
  pagesAre: 'sheets',
  nothingYet: 'Not ticked yet',
  settingsLine: () => '',
  madeLine: (_part, progress) => (answerOf('tick', progress) ? 'You ticked it' : null),
  Answer: TickPanel,
  Fields: TickFields,
  Preview: ({ settings, wide, teacher }) => (
    <PreviewSign
      icon="tick"
      words="I have done this"
      wide={wide}
      below={settings.confirm ? `${teacher} looks as well.` : null}
    />
  ),
  Sent: TickSent,
  Small: () => <LineIcon name="tick" size={60} width={3} />,
};
