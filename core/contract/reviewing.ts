import type { PieceStanding, Outcome } from '../piece/pieceState';
import type { Completeness } from '../piece/completeness';
import type { Felt, TaskView } from './pieces';
import type { SendCheck } from '../piece/sendChecks';
import type { PartView } from '../parts/part';
import type { PagePlan } from '../page/document';
import type { RubricRow, Marking, OwnMark } from '../review/rubric';
import type { MaterialView } from './activities';
import type { RecordedMessage } from './activityDefinition';

/** How one activity stands for its teacher. */
export interface ReviewActivity {
  activityId: string;
  title: string;
  subject: string;
  group: string;
  due: number | null;
  counts: Record<PieceStanding['state'], number>;
  /** Send time of the oldest go that waits, if any waits. */
  oldestWaiting: number | null;
}

/** A piece that waits for an answer, whatever activity it belongs to. */
export interface WaitingPiece {
  activityId: string;
  title: string;
  personId: string;
  name: string;
  badge: string;
  go: { id: string; number: number; sentAt: number };
  due: number | null;
  late: boolean;
}

/** One hung piece on the line. */
export interface QueuedPiece {
  personId: string;
  name: string;
  badge: string;
  pieceId: string | null;
  status: PieceStanding;
  completeness: Completeness;
  go: {
    id: string;
    number: number;
    sentAt: number;
    word: string | null;
    felt: Felt | null;
    voice: string | null;
  } | null;
  /** When this go was sent before it was taken back and sent again; null where it was sent once. */
  firstSentAt: number | null;
  /** The outcome that is decided for the latest go, and not told yet. */
  held: Outcome | null;
  /** The review of the latest go, if one was begun. */
  reviewId: string | null;
  /** What was found when it was sent. */
  checks: SendCheck[];
  /** When the learner was last reminded to send it; null for never. */
  remindedAt: number | null;
  pictureVersion: string;
}

export interface ReviewQueueView {
  activityId: string;
  title: string;
  group: string;
  task: TaskView;
  /** All that the activity gives to look at, whenever learners are shown it. */
  materials: MaterialView[];
  parts: PartView[];
  pages: PagePlan[];
  rubric: RubricRow[];
  marking: Marking;
  /** Whether learners look at each other's work, too. */
  partners: boolean;
  line: QueuedPiece[];
}

export interface ReviewView {
  id: string;
  goId: string;
  note: string;
  outcome: Outcome | null;
  /** Decided, and not told yet. */
  held: Outcome | null;
  releasedAt: number | null;
  levels: Record<string, number>;
  own: OwnMark;
  /** For teachers alone. */
  aside: string;
  /** An answer that is spoken or filmed. */
  told: RecordedMessage | null;
  /** Counts every change of what is said, so that two who answer at once can't overwrite each other. */
  version: number;
}

/** What was done for several pieces at once. */
export interface ManyAnswered {
  done: number;
  /** Those for whom it could not be done, and why. */
  left: { personId: string; why: string }[];
}

/** What was told of all that was held. */
export interface ToldHeld {
  /** Each can be taken back for as long as one can, and is held again then. */
  reviews: { id: string; held: Outcome }[];
}
