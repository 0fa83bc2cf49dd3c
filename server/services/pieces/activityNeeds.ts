import { literal } from 'sequelize';
import { askOf, type PartKind } from '@lippet/core/parts/part';
import type { ChoiceNeed, PartNeed } from '@lippet/core/piece/completeness';
import { Activity, Part } from '../../models/tables';

/** What completeness needs to know of an activity. */
export interface ActivityNeeds {
  /** Counts the times that its parts were given out. */
  revision: number;
  /** What its parts are answered with, each once. */
  kinds: PartKind[];
  parts: PartNeed[];
  choices: readonly ChoiceNeed[];
}

type NeedRow = Pick<Part, 'id' | 'activityId' | 'required' | 'choice' | 'waits' | 'kind' | 'settings'>;

/**
 * By activity. The revision is read before the parts: where they are given out anew in between, what is counted with
 * them carries the older number, and is counted again.
 */
export async function activityNeeds(activityIds: readonly string[]): Promise<Map<string, ActivityNeeds>> {
  const needs = new Map<string, ActivityNeeds>();
  const activities = await Activity.findAll({
    where: { id: [...activityIds] },
    attributes: ['id', 'choices', 'partsRevision'],
    raw: true,
  });
  for (const { id, choices, partsRevision } of activities)
    needs.set(id, { revision: partsRevision!, kinds: [], parts: [], choices: choices ?? [] });
  const parts = await Part.findAll({
    where: { activityId: [...activityIds], removedAt: null },
    attributes: [
      'id',
      'activityId',
      'required',
      'choice',
      'waits',
      'kind',
      // Sheets can be large, and say nothing of what completes a part.
      [literal("settings - 'sheets'"), 'settings'],
    ],
    order: ['position'],
    raw: true,
  });
  for (const { id, activityId, required, choice, waits, kind, settings } of parts as NeedRow[]) {
    const need = needs.get(activityId)!;
    need.parts.push({ ...askOf(kind, settings), id, required, choice, waits });
    if (!need.kinds.includes(kind)) need.kinds.push(kind);
  }
  return needs;
}
