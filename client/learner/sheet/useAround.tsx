import { pageItems } from '@lippet/core/page/document';
import { partBegun } from '@lippet/core/piece/completeness';
import { chosenTake, readTakes } from '@lippet/core/recording/take';
import type { PartView } from '@lippet/core/parts/part';
import { PageThumb } from '../../page/pictures/PageThumb';
import type { Around } from '../../parts/partKind';
import { partUi } from '../../parts/registry';
import { TakeThumb } from '../../recording/TakeThumb';
import { NearPages } from './NearPages';
import { useSheetHere, type Sheet } from './useSheet';

const PICTURE = { width: 68, height: 88 };

/** What a part looks like now: its take, or its first page; null where there is neither. */
function pictureOf({ live: { doc }, pages }: Sheet, part: PartView): React.ReactNode {
  const take = chosenTake(readTakes(doc, part.id));
  if (take) return <TakeThumb take={take} />;
  const page = pages.find((one) => one.part === part.id);
  const items = page && pageItems(doc, page.id);
  return page && items ? <PageThumb page={page} layers={[items]} {...PICTURE} /> : null;
}

/** What lies around the part in hand, and the ways there. */
export function useAround(): Around {
  const sheet = useSheetHere();
  const { piece, progress, inHand, place, view } = sheet;
  return {
    parts: piece.parts
      .filter(({ id }) => id !== inHand.part.id)
      .map((part) => ({
        id: part.id,
        title: part.title,
        verb: partUi(part.kind).verb,
        icon: partUi(part.kind).icon,
        begun: partBegun(progress, part.id),
        picture: pictureOf(sheet, part),
        inPlace: partUi(part.kind).answeredOn === 'pages' ? () => <NearPages part={part} /> : null,
      })),
    materials: piece.materials,
    onPart: place.choosePart,
    onLook: (id) => view.setState({ beside: { kind: 'material', id } }),
    onAsk: (about) => view.setState({ beside: { kind: 'questions', about } }),
  };
}
