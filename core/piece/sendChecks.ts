/**
 * What is found before a piece is sent: each computed from the document that will be frozen, each leading to its place.
 */
import type * as Y from 'yjs';
import { pageItems, readPages, type PagePlan } from '../page/document';
import { readItems } from '../page/item';
import { countItems } from '../page/countItems';
import { filledSpots } from '../page/spots';
import { chosenTake, readTakes } from '../recording/take';
import { openNotes } from '../review/answeredNotes';
import type { WalkNote } from '../review/noteWalk';
import { readShot } from '../page/readShot';
import { warningLine } from '../scan/warningWords';
import { faultLine } from '../sound/faultWords';
import { lackingIn } from '../parts/part';
import { completeness, partBegun, partComplete, type ChoiceNeed, type PartNeed } from './completeness';
import { measureProgress, NO_PROGRESS, type PieceProgress } from './progress';

export type CheckedPart = PartNeed & { title: string };
export type CheckedChoice = ChoiceNeed & { title: string };

export interface SendCheck {
  kind: 'part' | 'spot' | 'answer' | 'choice' | 'page' | 'photo' | 'recording' | 'note';
  /** Nothing goes without it. What is not needed is asked about once. */
  needed: boolean;
  /** Where it is. */
  part: string;
  page: string | null;
  /** What was found, in a few words with its place. */
  words: string;
}

interface Checked {
  /** The parts and choices as the activity has them now. */
  parts: readonly CheckedPart[];
  choices: readonly CheckedChoice[];
  /** The notes of the last review, if there is one. */
  notes: readonly WalkNote[];
  /** Ids of files that school would not take: what rests on one of them arrives empty. */
  refused?: ReadonlySet<string>;
}

/** What is looked through. */
interface Looked {
  doc: Y.Doc;
  progress: PieceProgress;
  refused: ReadonlySet<string>;
}

/** Longest piece of a note that is quoted, in characters. */
const QUOTED = 60;
const quote = (words: string): string => (words.length > QUOTED ? `${words.slice(0, QUOTED - 1).trimEnd()}…` : words);

/** A needed spot that is empty: the first in reading order of a part's pages. */
function emptySpot(doc: Y.Doc, pages: readonly PagePlan[]): { page: string; label: string } | null {
  for (const { id, spots = [] } of pages) {
    const needed = spots.filter((spot) => spot.needed);
    if (needed.length === 0) continue;
    const filled = filledSpots(needed, readItems(pageItems(doc, id)!));
    const empty = needed.filter((spot) => !filled.has(spot.id)).sort((a, b) => a.y - b.y || a.x - b.x)[0];
    if (empty) return { page: id, label: empty.label };
  }
  return null;
}

/** Why a part is not complete. */
function lacking(
  doc: Y.Doc,
  part: CheckedPart,
  progress: PieceProgress,
  pages: readonly PagePlan[],
): Omit<SendCheck, 'needed' | 'part'> {
  const made = progress.parts[part.id] ?? NO_PROGRESS;
  const { neededSpots, filledSpots: filled } = made;
  const answer = lackingIn(part, made);
  if (answer) return { kind: 'answer', page: null, words: `${part.title}: ${answer}` };
  const spot = neededSpots > 0 && partBegun(progress, part.id) ? emptySpot(doc, pages) : null;
  if (spot)
    return {
      kind: 'spot',
      page: spot.page,
      words: `${part.title}: ${filled} of ${neededSpots} places filled${spot.label ? `, next is ${spot.label}` : ''}`,
    };
  return { kind: 'part', page: pages[0]?.id ?? null, words: `${part.title}: still empty` };
}

/** Where a part rests on a file that school would not take: its chosen take, or the photo that a page is made of. */
function refusedIn({ doc, refused }: Looked, part: CheckedPart, pages: readonly PagePlan[]) {
  const take = chosenTake(readTakes(doc, part.id));
  if (take && refused.has(take.media)) return { kind: 'recording', page: null } as const;
  const page = pages.find(({ background }) => background.kind === 'photo' && refused.has(background.media));
  return page ? ({ kind: 'photo', page: page.id } as const) : null;
}

function ofPart(looked: Looked, part: CheckedPart, pages: readonly PagePlan[], missing: boolean): SendCheck[] {
  const { doc, progress } = looked;
  const found: SendCheck[] = [];
  const add = (check: Omit<SendCheck, 'part' | 'needed'>, needed = false): void =>
    void found.push({ ...check, part: part.id, needed });
  const begun = partBegun(progress, part.id);
  const complete = partComplete(progress, part);
  if (missing) add(lacking(doc, part, progress, pages), true);
  else if (begun && !complete) add(lacking(doc, part, progress, pages));
  const refused = refusedIn(looked, part, pages);
  if (refused) add({ ...refused, words: `${part.title}: school could not take it` }, part.required);
  const take = chosenTake(readTakes(doc, part.id));
  if (take && take.faults.length > 0)
    add({ kind: 'recording', page: null, words: `${part.title}: ${faultLine(take.faults)}` });
  for (const [i, { id, background, spots = [] }] of pages.entries()) {
    const shot = readShot(background);
    if (shot && shot.warnings.length > 0)
      add({ kind: 'photo', page: id, words: `${part.title}, photo ${i + 1}: ${warningLine(shot.warnings)}` });
    // Answered on other pages, or another way, a sheet may have been forgotten. A part that is all empty is said as
    // one. A page of a PDF without a place to fill may be there to be read.
    const toRead = background.kind === 'pdf' && spots.length === 0;
    const blank =
      !shot &&
      !toRead &&
      begun &&
      complete &&
      pages.length > 1 &&
      !take &&
      !progress.parts[part.id]?.photos &&
      countItems(pageItems(doc, id)!).items === 0;
    if (blank) add({ kind: 'page', page: id, words: `${part.title}: page ${i + 1} is blank` });
  }
  return found;
}

function noteWords(words: string, voice: string | null): string {
  if (words) return `“${quote(words)}”`;
  return voice ? 'what your teacher said' : 'a note';
}

/**
 * Looks through a piece as it would be sent.
 *
 * @returns what was found, in the order of the parts; then of choices; then the notes of the last review that are not
 * ticked off
 */
export function sendChecks(doc: Y.Doc, { parts, choices, notes, refused = new Set() }: Checked): SendCheck[] {
  const progress = measureProgress(doc);
  const { missing, short } = completeness(parts, choices, progress);
  const pages = readPages(doc);
  const ofParts = parts.flatMap((part) =>
    ofPart(
      { doc, progress, refused },
      part,
      pages.filter((page) => page.part === part.id),
      missing.includes(part.id),
    ),
  );
  const ofChoices = choices.flatMap(({ id, title, rule }): SendCheck[] => {
    const free = parts.filter((part) => part.choice === id && (rule === 'level' || !part.required));
    const name = title || 'Your choice';
    const few = short.find(({ choice }) => choice === id);
    const next = free.find((part) => !partComplete(progress, part));
    if (few && next)
      return [
        {
          kind: 'choice',
          needed: true,
          part: next.id,
          page: null,
          words: `${name}: ${few.done} of ${few.wanted} done`,
        },
      ];
    // More than was asked for is no fault.
    return [];
  });
  const ofNotes = openNotes(doc, notes).map(({ part, page, words, voice }): SendCheck => ({
    kind: 'note',
    needed: false,
    part,
    page,
    words: `Not ticked off yet: ${noteWords(words.trim(), voice)}`,
  }));
  return [...ofParts, ...ofChoices, ...ofNotes];
}
