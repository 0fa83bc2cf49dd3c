import type { HangingView, WallView } from '@lippet/core/contract/wall';
import { useState } from 'react';
import { download, wallPdf } from '../page/takeOut/takeOut';
import { Button } from '../ui/Button';
import { Notice } from '../ui/Notice';

/** What hangs, as a PDF to be printed: eight on a page. */
export function PrintWall({ wall, pieces }: { wall: WallView; pieces: readonly HangingView[] }) {
  const [busy, setBusy] = useState(false);
  const [trouble, setTrouble] = useState<string | null>(null);
  const print = async (): Promise<void> => {
    setBusy(true);
    try {
      const printed = pieces.map(({ id, title, name }) => ({
        title: title || wall.title,
        name,
        picture: `/api/hangings/${id}/picture?large=true`,
      }));
      download(await wallPdf(wall.title, printed), `The wall of ${wall.title}.pdf`);
      setTrouble(null);
    } catch (error) {
      setTrouble((error as Error).message);
    }
    setBusy(false);
  };
  return (
    <>
      <Button icon="out" disabled={busy} onPress={() => void print()}>
        {busy ? 'Writing …' : 'Print the wall (PDF)'}
      </Button>
      {trouble && <Notice>{trouble}</Notice>}
    </>
  );
}
