import { draftItems } from '@lippet/core/recording/take';
import { useQuery } from '@tanstack/react-query';
import { useEffect } from 'react';
import { mediaOutbox } from '../../api/mediaOutbox';
import { news } from '../../api/news';
import { useMe, usePiece } from '../../api/queries';
import { request } from '../../api/request';
import { useEditor } from '../../page/document/useEditor';
import { useLiveDocument } from '../../page/document/useLiveDocument';
import { BackHead } from '../../ui/BackHead';
import { Opening } from '../../ui/Opening';
import { Notice } from '../../ui/Notice';
import { Screen } from '../../ui/Screen';
import { OpenSheet } from './OpenSheet';

interface Props {
  activityId: string;
  zone: string;
  /** The question that one was led to. */
  ask?: string | null;
}

/** An activity: its piece is opened, and its document, before anything of it is shown. */
export default function ActivitySheet({ activityId, zone, ask = null }: Props) {
  const opened = useQuery({
    queryKey: ['open', activityId],
    queryFn: () => request('POST /activities/:id/piece', { id: activityId }),
    staleTime: Infinity,
  });
  const pieceId = opened.data?.pieceId;
  const { data: piece, error } = usePiece(pieceId);
  const { live, loaded, frozen } = useLiveDocument(pieceId ? `piece:${pieceId}` : null);
  const editor = useEditor(live, draftItems);
  useEffect(() => void mediaOutbox.start(), []);
  const learner = useMe().data?.id;
  // Whoever begins here, by an address or a reload, hears of what is new as well.
  useEffect(() => {
    if (learner) news.start(learner);
  }, [learner]);
  const problem = opened.error ?? error;
  if (problem && !piece) {
    return (
      <Screen>
        <BackHead title="Activity" home="/now" />
        <Notice again={() => void opened.refetch()}>{problem.message}</Notice>
      </Screen>
    );
  }
  if (!piece || !live || !loaded || !editor) return <Opening />;
  return (
    <OpenSheet key={piece.id} piece={piece} live={live} editor={editor} frozen={frozen} zone={zone} thread={ask} />
  );
}
