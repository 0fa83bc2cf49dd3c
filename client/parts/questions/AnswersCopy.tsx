import { useState } from 'react';
import { View } from 'react-native';
import { getBytes } from '../../api/request';
import { download } from '../../page/takeOut/takeOut';
import { Button } from '../../ui/Button';
import { Notice } from '../../ui/Notice';

/** What was answered as a PDF to keep, with as much of what was right as is shown. */
export function AnswersCopy({ goId, title }: { goId: string; title: string }) {
  const [busy, setBusy] = useState(false);
  const [trouble, setTrouble] = useState<string | null>(null);
  const take = async (): Promise<void> => {
    setBusy(true);
    setTrouble(null);
    try {
      const bytes = await getBytes(`/goes/${goId}/answers.pdf`);
      download(new Blob([bytes as Uint8Array<ArrayBuffer>], { type: 'application/pdf' }), `${title}.pdf`);
    } catch (failure) {
      setTrouble((failure as Error).message);
    }
    setBusy(false);
  };
  return (
    <View style={BOX}>
      <Button icon="out" disabled={busy} onPress={() => void take()}>
        {busy ? 'Making it …' : 'A copy to keep (PDF)'}
      </Button>
      {trouble && <Notice>{trouble}</Notice>}
    </View>
  );
}

const BOX = { alignItems: 'flex-start', gap: 8 } as const;
