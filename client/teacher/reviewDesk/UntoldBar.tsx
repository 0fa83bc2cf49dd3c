import { Button } from '../../ui/Button';
import { colours } from '../../ui/theme';
import { DeskBar } from './DeskBar';
import type { Untold } from './telling';

/**
 * Stands above the desk until everybody in it has been told: the teacher has gone on meanwhile, and is not pulled away
 * from what is in hand.
 */
export function UntoldBar({ untold, onOpen }: { untold: readonly Untold[]; onOpen: (personId: string) => void }) {
  const first = untold[0];
  if (!first) return null;
  const names = untold.map(({ name }) => name).join(', ');
  return (
    <DeskBar role="alert" fill={colours.blush} words={`Not told yet: ${names}. ${first.why}`}>
      <Button icon="eye" onPress={() => onOpen(first.personId)}>{`Back to ${first.name}`}</Button>
    </DeskBar>
  );
}
