import type { ExportView } from '@lippet/core/contract/work';
import { useState } from 'react';
import { View } from 'react-native';
import { get, getBytes, post } from '../api/request';
import { Button } from '../ui/Button';
import { Say } from '../ui/Say';
import { download } from './takeOut';

/** Asked again whether the file is made, in milliseconds. */
const ASK_EVERY = 500;
/** A file that takes longer than this (ms) is not waited for. */
const PATIENCE = 120_000;

async function made(goId: string, style: 'flat' | 'zip'): Promise<Uint8Array> {
  let state = await post<ExportView>(`/goes/${goId}/exports`, { style });
  for (const until = Date.now() + PATIENCE; state.state === 'waiting' && Date.now() < until; ) {
    await new Promise((resolve) => setTimeout(resolve, ASK_EVERY));
    state = await get<ExportView>(`/exports/${state.id}`);
  }
  if (state.state !== 'ready') throw new Error(state.why ?? 'The file is still being made. Ask for it again in a minute.');
  return getBytes(`/exports/${state.id}/file`);
}

/** A go as a PDF, made at school: with the marks on it, once those may be seen. Or all goes up to it, with their files, as a ZIP. */
export function GoExport({ goId, title, all = false, word = all ? 'All of it (ZIP)' : 'PDF' }: { goId: string; title: string; all?: boolean; word?: string }) {
  const [busy, setBusy] = useState(false);
  const [trouble, setTrouble] = useState<string | null>(null);
  const take = async (): Promise<void> => {
    setBusy(true);
    setTrouble(null);
    try {
      const [style, end, type] = all ? (['zip', 'zip', 'application/zip'] as const) : (['flat', 'pdf', 'application/pdf'] as const);
      download(new Blob([(await made(goId, style)) as Uint8Array<ArrayBuffer>], { type }), `${title}.${end}`);
    } catch (error) {
      setTrouble((error as Error).message);
    }
    setBusy(false);
  };
  return (
    <View style={{ alignItems: 'flex-start', gap: 8 }}>
      <Button icon="out" label={all ? 'Take all of it out as a ZIP' : 'Take it out as a PDF'} disabled={busy} onPress={() => void take()}>{busy ? 'Making it …' : word}</Button>
      {trouble && <Say>{trouble}</Say>}
    </View>
  );
}
