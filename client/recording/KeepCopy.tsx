import type { Take } from '@lippet/core/recording/take';
import { useState } from 'react';
import { Button } from '../ui/Button';
import { Notice } from '../ui/Notice';
import { saveTake } from './saveTake';

/** Saves a copy of a take; where school has to cut it, that takes a moment. */
export function KeepCopy({ take, name, label, word }: { take: Take; name: string; label: string; word: string }) {
  const [busy, setBusy] = useState(false);
  const [trouble, setTrouble] = useState<string | null>(null);
  const keep = async (): Promise<void> => {
    setBusy(true);
    setTrouble(null);
    await saveTake(take, name).catch((error: Error) => setTrouble(error.message));
    setBusy(false);
  };
  return (
    <>
      <Button icon="out" label={label} disabled={busy} onPress={() => void keep()}>
        {busy ? 'Making the copy …' : word}
      </Button>
      {trouble && <Notice>{trouble}</Notice>}
    </>
  );
}
