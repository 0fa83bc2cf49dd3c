import type { Transaction } from 'sequelize';
import type { PagePlan } from '@lippet/core/page/document';
import { givenPages, sharedPages, viewOfPart, type PartPlan, type PartView } from '@lippet/core/parts/part';
import type { MaterialView } from '@lippet/core/contract/activities';
import type { MaterialPlan } from '@lippet/core/contract/activityDefinition';
import type { TaskView } from '@lippet/core/contract/pieces';
import { plainWords } from '@lippet/core/words/richText';
import { Part, type Activity } from '../../models/tables';

/** What an activity asks for, in words and as it is said. */
export const taskOf = ({ task, told, goal, supplies }: Activity): TaskView => ({
  task: plainWords(task),
  taskText: task,
  told: told ?? null,
  goal,
  supplies: supplies ?? '',
});

/** Something to look at, as whoever may see it sees it: not when it is shown. */
export const materialView = ({
  id,
  kind,
  title,
  words,
  address,
  media,
  seconds,
  spans,
}: MaterialPlan): MaterialView => ({ id, kind, title, words, address, media, seconds, spans });

/** A part as its teacher set it. What a row holds was read by its kind before it was written. */
export const partPlan = ({ id, kind, title, required, choice, waits, settings }: Part): PartPlan =>
  ({ id, kind, title, required, choice: choice ?? null, waits: waits === true, settings }) as PartPlan;

/**
 * The parts of an activity in order, and the pages they ask for. What was taken out is among the parts, last and
 * marked, because pieces may hold work in it; its pages are not. `together`: pages that are filled together.
 */
export async function activityParts(
  activityId: string,
  transaction?: Transaction,
): Promise<{ parts: PartView[]; pages: PagePlan[]; together: PagePlan[] }> {
  const rows = await Part.findAll({ where: { activityId }, order: ['position'], transaction });
  const [current, removed] = [rows.filter(({ removedAt }) => !removedAt), rows.filter(({ removedAt }) => removedAt)];
  return {
    parts: [...current, ...removed].map((part) => viewOfPart(partPlan(part), Boolean(part.removedAt))),
    pages: current.flatMap((part) => givenPages(partPlan(part))),
    together: current.flatMap((part) => sharedPages(partPlan(part))),
  };
}
