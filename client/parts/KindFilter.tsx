import type { PartKind } from '@lippet/core/parts/part';
import { Pick } from '../ui/Pick';
import { kindOptions } from './registry';

interface Props {
  /** The kinds that there are. */
  kinds: readonly PartKind[];
  /** Null for every kind. */
  chosen: PartKind | null;
  onChoose: (kind: PartKind | null) => void;
}

const EVERY = '';

/** Narrows a list of pieces to those that were answered in one way. Of one kind there is nothing to choose. */
export function KindFilter({ kinds, chosen, onChoose }: Props) {
  const options = kindOptions(kinds);
  if (options.length < 2) return null;
  return (
    <Pick<PartKind | typeof EVERY>
      label="Kind"
      options={[{ value: EVERY, word: 'Every kind' }, ...options]}
      chosen={chosen ?? EVERY}
      onChoose={(kind) => onChoose(kind === EVERY ? null : kind)}
    />
  );
}
