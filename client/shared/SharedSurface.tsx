import type { SharedPerson, SharedView } from '@lippet/core/contract/shared';
import type { PagePlan } from '@lippet/core/page/document';
import { layerOfPerson } from '@lippet/core/page/shared/sharedLayers';
import { memo, useMemo } from 'react';
import { StyleSheet, View } from 'react-native';
import { PageSurface } from '../page/surface/PageSurface';
import { SHEET_USES } from '../page/surface/sheetUses';
import type { Surface } from '../page/surface/surface';
import { SharedOver } from './SharedOver';
import type { DrawnSheet } from './useSharedSheet';

interface Props {
  view: SharedView;
  drawn: DrawnSheet;
  page: PagePlan;
  /** Who looks. */
  me: string;
  /** Only one's own is shown. */
  hidden: boolean;
  editable: boolean;
  /** Somebody whose work stands out; null for nobody. */
  among: string | null;
  /** A tap says whose something is, in place of what the tool does. */
  asking: boolean;
  /** One's own piece, to which pictures belong that one puts there; null where none can be put. */
  pieceId: string | null;
  surface: Surface | null;
  onSurface: (surface: Surface | null) => void;
  nameOf: (id: string) => SharedPerson;
}

/** A page that is filled together: everybody's layers, one's own on top, and whose is whose. */
export const SharedSurface = memo(function SharedSurface(props: Props) {
  const { view, drawn, page, hidden, editable, among, surface, pieceId, onSurface } = props;
  const { doc, editor, owners } = drawn;
  const shownOwners = hidden ? owners.slice(-1) : owners;
  const index = among === null ? -1 : shownOwners.indexOf(among);
  const shown = useMemo(() => (index < 0 ? undefined : { among: index }), [index]);
  if (!doc) return null;
  return (
    <View style={styles.room}>
      <PageSurface
        page={page}
        layers={shownOwners.map((person) => layerOfPerson(doc, { person, page: page.id }))}
        editor={editor}
        editable={editable}
        uses={SHEET_USES}
        pictureHome={pieceId ? `pieces/${pieceId}` : null}
        label={`Sheet for all: ${view.part.title}`}
        shown={shown}
        onSurface={onSurface}
      />
      {surface && <SharedOver {...props} doc={doc} surface={surface} owners={shownOwners} />}
    </View>
  );
});

const styles = StyleSheet.create({ room: { flex: 1, overflow: 'hidden' } });
