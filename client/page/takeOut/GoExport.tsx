import type { ExportView } from '@lippet/core/contract/exports';
import { useState } from 'react';
import { View } from 'react-native';
import { getBytes, request } from '../../api/request';
import { Button } from '../../ui/Button';
import { Notice } from '../../ui/Notice';
import { download } from './takeOut';

/** Asked again whether the file is made, in milliseconds. */
const ASK_EVERY = 500;
/** A file that takes longer than this (ms) is not waited for. */
const PATIENCE = 120_000;

async function made(asked: Promise<ExportView>): Promise<Uint8Array> {
  let state = await asked;
  for (const until = Date.now() + PATIENCE; state.state === 'waiting' && Date.now() < until;) {
    await new Promise((resolve) => setTimeout(resolve, ASK_EVERY));
    state = await request('GET /exports/:id', { id: state.id });
  }
  if (state.state !== 'ready')
    throw new Error(state.why ?? 'The file is still being made. Ask for it again in a minute.');
  return getBytes(`/exports/${state.id}/file`);
}

/** A file that school makes: asked for, waited for, and saved. */
function SchoolFile({
  ask,
  name,
  type,
  word,
}: {
  ask: () => Promise<ExportView>;
  name: string;
  type: string;
  word: string;
}) {
  const [busy, setBusy] = useState(false);
  const [trouble, setTrouble] = useState<string | null>(null);
  const take = async (): Promise<void> => {
    setBusy(true);
    setTrouble(null);
    try {
      download(new Blob([(await made(ask())) as Uint8Array<ArrayBuffer>], { type }), name);
    } catch (error) {
      setTrouble((error as Error).message);
    }
    setBusy(false);
  };
  return (
    <View style={{ alignItems: 'flex-start', gap: 8 }}>
      <Button icon="out" disabled={busy} onPress={() => void take()}>
        {busy ? 'Making it …' : word}
      </Button>
      {trouble && <Notice>{trouble}</Notice>}
    </View>
  );
}

const WHOLE = { style: 'zip', end: 'zip', type: 'application/zip' } as const;
const PAGES = { style: 'flat', end: 'pdf', type: 'application/pdf' } as const;

/**
 * A go as a PDF, made at school: with the marks on it, once those may be seen. Or all goes up to it, with their files,
 * as a ZIP.
 */
export function GoExport({
  goId,
  title,
  all = false,
  word = all ? 'All of it (ZIP)' : 'Keep a copy',
}: {
  goId: string;
  title: string;
  all?: boolean;
  word?: string;
}) {
  const { style, end, type } = all ? WHOLE : PAGES;
  return (
    <SchoolFile
      ask={() => request('POST /goes/:id/exports', { id: goId }, { style })}
      name={`${title}.${end}`}
      type={type}
      word={word}
    />
  );
}

/** All that was sent of an activity, by learner, with its marks, as a ZIP. */
export const ActivityExport = ({ activityId, title }: { activityId: string; title: string }) => (
  <SchoolFile
    ask={() => request('POST /activities/:id/exports', { id: activityId })}
    name={`${title}.zip`}
    type="application/zip"
    word="Whole activity (ZIP)"
  />
);
