import { skipToken, QueryClient, useQuery } from '@tanstack/react-query';
import { RequestError, getBytes, request } from './request';

/** How often lists ask again while they are looked at, in milliseconds. */
const LISTS_EVERY = 10_000;

export const queryClient = new QueryClient({
  defaultOptions: {
    queries: {
      retry: (failures, error) => error instanceof RequestError && error.code === 'unreachable' && failures < 3,
      staleTime: 2_000,
    },
  },
});

/** The key of each kind of data, so that what changes it can say so. */
export const keys = {
  me: ['me'] as const,
  device: ['device'] as const,
  now: ['now'] as const,
  piece: (id: string) => ['piece', id] as const,
  go: (id: string) => ['go', id] as const,
  goDocument: (id: string) => ['go', id, 'document'] as const,
  marks: (id: string) => ['marks', id] as const,
  updates: ['updates'] as const,
  toReview: ['to-review'] as const,
  waiting: ['to-review', 'pieces'] as const,
  activities: ['activities'] as const,
  line: (id: string) => ['line', id] as const,
  classes: ['classes'] as const,
  classroom: (id: string) => ['classroom', id] as const,
  collection: ['collection'] as const,
  /** Below Now, so that what makes that anew makes these anew as well. */
  partners: ['now', 'partners'] as const,
  partnerReview: (id: string) => ['partner-review', id] as const,
  partnerAnswers: (id: string) => ['partner-answers', id] as const,
  walls: (group: string) => ['walls', group] as const,
  /** All that is known at home. */
  atHome: ['at-home'] as const,
  children: ['at-home', 'children'] as const,
  home: (child: string) => ['at-home', 'child', child] as const,
  homeGo: (id: string) => ['at-home', 'go', id] as const,
  familyTalk: (card: string) => ['family-talk', card] as const,
  families: (group: string) => ['families', group] as const,
  shared: (place: string) => ['shared', place] as const,
  wall: (activity: string, group: string) => ['wall', activity, group] as const,
  partnerBoard: (activity: string, group: string) => ['partner-board', activity, group] as const,
};

/** Who is signed in; null if nobody is. */
export const useMe = () => useQuery({ queryKey: keys.me, queryFn: () => request('GET /me'), staleTime: 60_000 });
export const useDevice = () =>
  useQuery({ queryKey: keys.device, queryFn: () => request('GET /device'), staleTime: Infinity });
export const useNow = (enabled = true) =>
  useQuery({ queryKey: keys.now, queryFn: () => request('GET /now'), refetchInterval: LISTS_EVERY, enabled });
export const usePiece = (id: string | undefined) =>
  useQuery({
    queryKey: keys.piece(id ?? ''),
    queryFn: id ? () => request('GET /pieces/:id', { id }) : skipToken,
    refetchInterval: LISTS_EVERY,
  });
export const useGo = (id: string) =>
  useQuery({ queryKey: keys.go(id), queryFn: () => request('GET /goes/:id', { id }) });
export const useUpdates = (enabled = true) =>
  useQuery({
    queryKey: keys.updates,
    queryFn: () => request('GET /updates'),
    refetchInterval: LISTS_EVERY,
    enabled,
  });
/** How many updates nobody has looked at: one number for every screen. */
export function useUnseen(isLearner: boolean): number {
  const now = useNow(isLearner);
  const updates = useUpdates(!isLearner);
  return isLearner ? (now.data?.unseenUpdates ?? 0) : (updates.data ?? []).filter(({ seen }) => !seen).length;
}
export const useToReview = () =>
  useQuery({
    queryKey: keys.toReview,
    queryFn: () => request('GET /to-review'),
    refetchInterval: LISTS_EVERY,
  });
export const useWaiting = (enabled: boolean) =>
  useQuery({
    queryKey: keys.waiting,
    queryFn: () => request('GET /waiting'),
    refetchInterval: LISTS_EVERY,
    enabled,
  });
export const useActivities = () => useQuery({ queryKey: keys.activities, queryFn: () => request('GET /activities') });
export const useLine = (id: string) =>
  useQuery({
    queryKey: keys.line(id),
    queryFn: () => request('GET /activities/:id/line', { id }),
    refetchInterval: LISTS_EVERY,
  });
export const useClasses = () => useQuery({ queryKey: keys.classes, queryFn: () => request('GET /classes') });

export const usePartnerDuties = () =>
  useQuery({
    queryKey: keys.partners,
    queryFn: () => request('GET /now/partners'),
    refetchInterval: LISTS_EVERY,
  });
export const usePartnerReview = (id: string) =>
  useQuery({
    queryKey: keys.partnerReview(id),
    queryFn: () => request('POST /partner-reviews/:id/open', { id }),
    // What is looked at stays; what has not come may come at any time.
    refetchInterval: ({ state }) => (state.data?.state === 'waits' ? LISTS_EVERY : false),
  });
/** The work that a partner looks at; it is there once the review was opened. */
export const usePartnersWork = (id: string, there: boolean) =>
  useQuery({
    queryKey: [...keys.partnerReview(id), 'document'],
    queryFn: () => getBytes(`/partner-reviews/${id}/document`),
    enabled: there,
    staleTime: Infinity,
  });
/** What a partner marked, as it was given. */
export const partnersMarks = (id: string) =>
  ({
    queryKey: [...keys.partnerReview(id), 'marks'],
    queryFn: () => getBytes(`/partner-reviews/${id}/marks`),
  }) as const;
export const usePartnersMarks = (id: string) => useQuery(partnersMarks(id));
export const usePartnerAnswers = (activityId: string | undefined) =>
  useQuery({
    queryKey: keys.partnerAnswers(activityId ?? ''),
    queryFn: activityId ? () => request('GET /activities/:id/partner-answers', { id: activityId }) : skipToken,
  });

/** A go never changes, so its document is fetched once. */
export const goDocument = (id: string) =>
  ({ queryKey: keys.goDocument(id), queryFn: () => getBytes(`/goes/${id}/document`), staleTime: Infinity }) as const;
export const useGoDocument = (id: string | undefined) => useQuery({ ...goDocument(id ?? ''), enabled: Boolean(id) });
export const useMarks = (reviewId: string | undefined) =>
  useQuery({
    queryKey: keys.marks(reviewId ?? ''),
    queryFn: () => getBytes(`/reviews/${reviewId}/marks`),
    enabled: Boolean(reviewId),
    staleTime: Infinity,
  });
