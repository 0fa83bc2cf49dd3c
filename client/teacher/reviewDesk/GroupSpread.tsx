import type { PartView } from '@lippet/core/parts/part';
import { useQueries } from '@tanstack/react-query';
import { goDocument } from '../../api/queries';
import { frozenDocument } from '../../page/document/useFrozenDocument';
import { partUi } from '../../parts/registry';

interface Props {
  part: PartView;
  /** The goes that were sent. */
  goIds: readonly string[];
}

/** What a whole group has answered to a part, where its kind can show that. */
export function GroupSpread({ part, goIds }: Props) {
  const goes = useQueries({ queries: goIds.map(goDocument) });
  const { Spread } = partUi(part.kind);
  const docs = goes.flatMap(({ data }) => (data ? [frozenDocument(data)] : []));
  return Spread && docs.length > 0 && <Spread part={part} docs={docs} />;
}
