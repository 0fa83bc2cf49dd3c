/** Who is where while a group answers: a row a learner, a cell a question. */
import type { AnswersView, LearnersTry } from '../../contract/answers';

export type CellState = 'open' | 'right' | 'partly' | 'wrong' | 'given';

export interface BoardCell {
  part: string;
  question: string;
  state: CellState;
  tries: number;
  hints: number;
}

/** Why somebody may need help, in words. */
export type Stuck = string;

export interface BoardRow {
  learner: string;
  name: string;
  cells: BoardCell[];
  answered: number;
  /** When they tried last; null for not begun. */
  at: number | null;
  stuck: Stuck | null;
}

/** So many wrong tries at one question, or hints asked for, and somebody may need help. */
const MANY = { tries: 3, hints: 2 };
/** So long without a try, in milliseconds, while not all is answered. */
const LONG = 4 * 60_000;
/** Who did nothing for so long is not there any more. */
const AWAY = 30 * 60_000;

function cellState(tries: readonly LearnersTry[]): CellState {
  const last = tries.at(-1);
  if (!last) return 'open';
  if (last.marks === null) return 'given';
  if (last.marks === last.outOf) return 'right';
  return last.marks > 0 ? 'partly' : 'wrong';
}

const isOpen = ({ state }: BoardCell): boolean => state === 'open' || state === 'wrong' || state === 'partly';

function stuckAt(cells: readonly BoardCell[], last: number | null, now: number): Stuck | null {
  const hard = cells.findIndex((cell) => isOpen(cell) && cell.tries >= MANY.tries);
  if (hard >= 0) return `${cells[hard]!.tries} tries at question ${hard + 1}`;
  const helped = cells.findIndex((cell) => isOpen(cell) && cell.hints >= MANY.hints);
  if (helped >= 0) return `${cells[helped]!.hints} hints at question ${helped + 1}`;
  const left = cells.some(({ state }) => state === 'open');
  const idle = last === null ? 0 : now - last;
  return left && idle >= LONG && idle < AWAY ? `No try for ${Math.floor(idle / 60_000)} minutes` : null;
}

/** Of the newest go of each learner, and of that the newest time through. @returns in the order of the learners */
export function boardOf(view: AnswersView, now: number): BoardRow[] {
  const questions = view.parts.flatMap(({ id, settings }) =>
    settings.questions.map((question) => ({ part: id, question: question.id })),
  );
  const byLearner = new Map<string, LearnersTry[]>();
  for (const tried of view.tries) byLearner.set(tried.person, [...(byLearner.get(tried.person) ?? []), tried]);
  const hints = new Map(
    view.hints.map(({ person, part, question, count }) => [`${person} ${part} ${question}`, count]),
  );
  return view.learners.map(({ id, name }) => {
    const all = byLearner.get(id) ?? [];
    const go = Math.max(0, ...all.map((tried) => tried.go));
    const inGo = all.filter((tried) => tried.go === go && tried.variant === 0);
    const roundOf = (part: string): number =>
      Math.max(1, ...inGo.filter((tried) => tried.part === part).map(({ round }) => round));
    const mine = inGo.filter(({ part, round }) => round === roundOf(part));
    const cells = questions.map(({ part, question }) => {
      const own = mine.filter((tried) => tried.part === part && tried.question === question);
      const asked = hints.get(`${id} ${part} ${question}`) ?? 0;
      return { part, question, state: cellState(own), tries: own.length, hints: asked };
    });
    const last = all.length === 0 ? null : Math.max(...all.map((tried) => tried.at));
    return {
      learner: id,
      name,
      cells,
      answered: cells.filter(({ state }) => state !== 'open').length,
      at: last,
      stuck: stuckAt(cells, last, now),
    };
  });
}
