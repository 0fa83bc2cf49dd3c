import type { SharedPerson } from '@lippet/core/contract/shared';
import { layerOfPerson } from '@lippet/core/page/shared/sharedLayers';
import type { SharedSheet } from '../../shared/useSharedSheet';
import { Button } from '../../ui/Button';

/** Takes all away that somebody has on a page, as one step that can be undone. */
export function ClearTheirs({ sheet, page, person }: { sheet: SharedSheet; page: string; person: SharedPerson }) {
  const { doc, editor } = sheet.drawn;
  if (!doc || !editor) return null;
  const items = layerOfPerson(doc, { person: person.id, page });
  const clear = (): void => editor.change([...items.keys()].map((id) => ({ page, id, after: null })));
  return (
    <Button icon="bin" label={`Clear what ${person.name} made here. It can be undone`} onPress={clear}>
      Clear
    </Button>
  );
}
