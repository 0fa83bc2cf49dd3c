import type { Transaction } from 'sequelize';
import type { PagePlan } from '@lippet/core/page/document';
import { RECORDING_SECONDS, type PartView } from '@lippet/core/contract/part';
import type { TaskView } from '@lippet/core/contract/pieces';
import { plainWords } from '@lippet/core/words/richText';
import { Part, type Activity } from '../models/tables';

/** What an activity asks for, in words and as it is said. */
export const taskOf = ({ task, told, goal, supplies }: Activity): TaskView => ({
  task: plainWords(task),
  taskText: task,
  told: told ?? null,
  goal,
  supplies: supplies ?? '',
});

/** A part as people see it. */
export function partView({ id, kind, title, required, settings, choice, waits, removedAt }: Part): PartView {
  return {
    id,
    kind,
    title,
    required,
    choice: choice ?? null,
    waits: waits === true,
    removed: Boolean(removedAt),
    morePages: kind === 'photo' || settings.morePages === true,
    onPaper: settings.onPaper !== false,
    seconds: settings.seconds ?? RECORDING_SECONDS,
    titleStart: settings.titleStart ?? null,
    soundOnly: settings.soundOnly !== false,
    keepCopy: settings.keepCopy !== false,
    openings: settings.openings ?? [],
    picture: settings.picture ?? null,
    leastWords: settings.leastWords ?? null,
    mostWords: settings.mostWords ?? null,
    confirm: settings.confirm === true,
  };
}

/**
 * The parts of an activity in order, and the pages they ask for. What was taken out is among the parts, last and
 * marked, because pieces may hold work in it; its pages are not.
 */
export async function activityParts(
  activityId: string,
  transaction?: Transaction,
): Promise<{ parts: PartView[]; pages: PagePlan[] }> {
  const rows = await Part.findAll({ where: { activityId }, order: ['position'], transaction });
  const [current, removed] = [rows.filter(({ removedAt }) => !removedAt), rows.filter(({ removedAt }) => removedAt)];
  return {
    parts: [...current, ...removed].map(partView),
    pages: current.flatMap((part) =>
      part.settings.sheets.map((sheet, i) => ({ id: `${part.id}.${i + 1}`, part: part.id, ...sheet })),
    ),
  };
}
