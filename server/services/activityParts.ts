import type { Transaction } from 'sequelize';
import type { PagePlan } from '@lippet/core/page/document';
import { RECORDING_SECONDS, type PartView } from '@lippet/core/contract/work';
import { Part } from '../models/tables';

/** The parts of an activity in order, and the pages they ask for. */
export async function activityParts(activityId: string, transaction?: Transaction): Promise<{ parts: PartView[]; pages: PagePlan[] }> {
  const rows = await Part.findAll({ where: { activityId }, order: ['position'], transaction });
  return {
    parts: rows.map(({ id, kind, title, required, settings }) => ({
      id, kind, title, required, morePages: kind === 'photo' || settings.morePages === true, onPaper: settings.onPaper !== false,
      seconds: settings.seconds ?? RECORDING_SECONDS, titleStart: settings.titleStart ?? null, soundOnly: settings.soundOnly !== false,
      keepCopy: settings.keepCopy !== false,
    })),
    pages: rows.flatMap((part) =>
      part.settings.sheets.map((sheet, i) => ({ id: `${part.id}.${i + 1}`, part: part.id, ...sheet })),
    ),
  };
}
