/**
 * What the interface has to know of a kind of part. Each kind is one folder here, with one line in the registry; nothing
 * outside of this folder asks which kind a part is.
 */
import type { MediaHome } from '@lippet/core/contract/media';
import type { PartKind, PartProgress, PartViewOf, SettingsOf } from '@lippet/core/parts/part';
import type { Take, TakeSort } from '@lippet/core/recording/take';
import type { Href } from 'expo-router';
import type { ReactNode } from 'react';
import type * as Y from 'yjs';
import type { DocumentEditor } from '../page/document/documentEditor';
import type { AskedAbout } from '../threads/askedAbout';
import type { TakeActions } from '../recording/useTakes';
import type { LineName } from '../ui/LineIcon';

/** What can be done with a sheet in full view. */
export type SheetWork = 'spots' | 'drawing';

/** Another part of the activity, as far as one can be led there. */
export interface NearPart {
  id: string;
  title: string;
  /** What one does there: "Draw". */
  verb: string;
  icon: LineName;
  /** Whether anything is in it. */
  begun: boolean;
  /** What it looks like now. */
  picture: ReactNode;
  /** A place to do it in, small, where it stands; null where it has to be opened for that. */
  inPlace: (() => ReactNode) | null;
}

/** What lies around a part, and the ways there. */
export interface Around {
  parts: readonly NearPart[];
  materials: readonly { id: string; title: string }[];
  onPart: (id: string) => void;
  /** Opens a material beside the work. */
  onLook: (material: string) => void;
  /** Asks the teacher, with this attached. */
  onAsk: (about: AskedAbout) => void;
}

/** A part in hand, in a draft. */
export interface AnswerProps<K extends PartKind> {
  part: PartViewOf<K>;
  pieceId: string;
  doc: Y.Doc;
  editable: boolean;
  progress: PartProgress;
  /** Name of whoever it goes to. */
  teacher: string;
  takes: readonly Take[];
  /** Null where nothing can be changed. */
  takeActions: TakeActions | null;
  onRecord: (sort: TakeSort) => void;
  /** A recording that lies on the device. */
  onTakeFile: (sort: TakeSort) => void;
  onCamera: () => void;
  /** Photos that lie on the device. */
  onPhotoFiles: () => void;
  around: Around;
}

/** An answer as it was sent. */
export interface SentProps<K extends PartKind> {
  part: PartViewOf<K>;
  /** By which school is asked for more; null for whoever sees no more of it than the document. */
  goId: string | null;
  doc: Y.Doc;
  /** The review's marks; null where there are none. */
  marks: Y.Doc | null;
  /** Puts marks there; null where one only looks. */
  editor: DocumentEditor | null;
}

/** An answer among others. */
export interface SmallProps<K extends PartKind> {
  part: PartViewOf<K>;
  doc: Y.Doc;
}

/** Two goes of a part. */
export interface BesideProps<K extends PartKind> {
  part: PartViewOf<K>;
  before: Y.Doc;
  now: Y.Doc;
  titles: readonly [before: string, now: string];
  /** What is new is to be shown. */
  marked: boolean;
}

/** What a whole group answered. */
export interface SpreadProps<K extends PartKind> {
  part: PartViewOf<K>;
  docs: readonly Y.Doc[];
}

/** A part that is being made. */
export interface FieldsProps<K extends PartKind> {
  settings: SettingsOf<K>;
  home: MediaHome;
  onSettings: (change: Partial<SettingsOf<K>>) => void;
  /** The other parts of the activity, and what there is to look at with it. */
  others: readonly { id: string; title: string; kind: PartKind }[];
  materials: readonly { id: string; title: string }[];
  /** Lays out the places of a sheet, or draws on it. */
  onSheet: (index: number, as: SheetWork) => void;
}

/** A part as learners will find it. */
export interface PreviewProps<K extends PartKind> {
  settings: SettingsOf<K>;
  wide: boolean;
  teacher: string;
}

/** What leads to a screen about all that a group did in parts of a kind. */
export interface GroupWay {
  readonly word: string;
  readonly icon: LineName;
  to(activityId: string): Href;
}

/**
 * A kind of part in the interface. Its components are written as methods, so that the registry can hand any of them a
 * part whose kind is only known when it runs.
 */
export interface ClientPart<K extends PartKind> {
  readonly word: string;
  readonly icon: LineName;
  /** What it is for, for whoever adds one, and how a new one is called. */
  readonly about: string;
  readonly newTitle: string;
  /** What one does to make it: "Draw". */
  readonly verb: string;
  /**
   * Where its answer is: on pages that can be marked with ink, in takes, or in a panel of its own, which stays beside
   * pages that were added to it.
   */
  readonly answeredOn: 'pages' | 'takes' | 'panel';
  /** What is answered there has an undo of its own, beside it. */
  readonly ownHistory?: boolean;
  /** Its pages are sheets that are given or added, or photos that are taken. */
  readonly pagesAre: 'sheets' | 'photos';
  /** What is said before sending where nothing is in it, and it is asked for. */
  readonly nothingYet: string;
  /** What of its settings stands in the list of parts. */
  settingsLine(settings: SettingsOf<K>): string;
  /** What is in it, before sending; null for nothing. */
  madeLine(part: PartViewOf<K>, progress: PartProgress, complete: boolean): string | null;
  /** How it is answered, where it has no page. */
  Answer(props: AnswerProps<K>): ReactNode;
  /** How it is made. */
  Fields(props: FieldsProps<K>): ReactNode;
  Preview(props: PreviewProps<K>): ReactNode;
  // The rest only where an answer is more than pages and takes.
  /** In its row before sending. */
  Excerpt?(props: SmallProps<K>): ReactNode;
  /** On the desk, and when it has come back. */
  Sent?(props: SentProps<K>): ReactNode;
  /** Among those of others. */
  Small?(props: SmallProps<K>): ReactNode;
  /** Beside an earlier go. */
  Beside?(props: BesideProps<K>): ReactNode;
  /** Whether it can show there what is new. */
  readonly showsNews?: boolean;
  /** What the whole group has answered. */
  Spread?(props: SpreadProps<K>): ReactNode;
  /** A screen of its own for those who teach the group, and what leads there. */
  readonly groupWay?: GroupWay;
}
