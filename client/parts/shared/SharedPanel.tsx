import { useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { keys, useMe } from '../../api/queries';
import { request } from '../../api/request';
import { SharedWork } from '../../shared/SharedWork';
import { useSharedSheet } from '../../shared/useSharedSheet';
import { useSheetNews } from '../../shared/useSheetNews';
import { Notice } from '../../ui/Notice';
import { Opening } from '../../ui/Opening';
import type { AnswerProps } from '../partKind';
import { useNotedAdded } from './useNotedAdded';
import type { SharedView } from '@lippet/core/contract/shared';

/** The sheet that one fills with others, where it stands among the parts of one's own piece. */
export function SharedPanel(props: AnswerProps<'shared'>) {
  const { part, pieceId } = props;
  const me = useMe().data?.id;
  const { data, error, refetch } = useQuery({
    queryKey: keys.shared(`${pieceId} ${part.id}`),
    queryFn: () => request('POST /pieces/:id/shared/:part', { id: pieceId, part: part.id }),
    retry: false,
  });
  if (error && !data) return <Notice again={() => void refetch()}>{error.message}</Notice>;
  if (!data || !me) return <Opening />;
  return <OpenPanel {...props} view={data} me={me} onNews={() => void refetch()} />;
}

function OpenPanel({
  part,
  pieceId,
  doc,
  editable,
  view,
  me,
  onNews,
}: AnswerProps<'shared'> & { view: SharedView; me: string; onNews: () => void }) {
  const sheet = useSharedSheet(view, me);
  const [among, setAmong] = useState<string | null>(null);
  useSheetNews(sheet, onNews);
  useNotedAdded(doc, part.id, editable ? (sheet.counts.get(me) ?? null) : null);
  // Taken back, or asked for once more: school decides anew who may write.
  const { live, frozen } = sheet;
  useEffect(() => {
    if (editable && frozen && !view.closed) live?.reconnect();
  }, [editable, frozen, view.closed, live]);
  return (
    <SharedWork
      view={view}
      sheet={sheet}
      me={me}
      pieceId={pieceId}
      locked={!editable}
      among={among}
      onAmong={setAmong}
    />
  );
}
