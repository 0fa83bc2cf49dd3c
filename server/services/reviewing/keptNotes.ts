import { UniqueConstraintError } from 'sequelize';
import type { KeptNoteView } from '@lippet/core/review/keptNotes';
import { KeptNote } from '../../models/tables';
import type { Actor } from '../../policy/actor';
import { policy } from '../../policy/policy';
import { notFound, ProblemError } from '../../problems/problem';

/** So many notes one teacher keeps. */
const MOST = 300;

/** Notes that a teacher keeps to say again. They are theirs alone. */
export class KeptNoteService {
  async list(actor: Actor): Promise<KeptNoteView[]> {
    const rows = await KeptNote.findAll({
      where: { teacherId: actor.personId },
      order: [['createdAt', 'DESC']],
      limit: MOST,
    });
    return rows.map(({ id, words, uses }) => ({ id, words, uses: uses ?? {} }));
  }

  /** Keeps a note. The same id again is the same note. */
  async keep(actor: Actor, id: string, words: string): Promise<KeptNoteView[]> {
    if (!policy.makeActivity(actor)) throw new ProblemError('forbidden', 'Only teachers keep notes.');
    if ((await KeptNote.count({ where: { teacherId: actor.personId } })) >= MOST)
      throw new ProblemError('conflict', `You keep ${MOST} notes already. Throw some away first.`);
    try {
      await KeptNote.create({ id, teacherId: actor.personId, words });
    } catch (error) {
      if (!(error instanceof UniqueConstraintError)) throw error;
      await this.own(actor, id);
    }
    return this.list(actor);
  }

  private async own(actor: Actor, id: string): Promise<KeptNote> {
    const note = await KeptNote.findByPk(id);
    if (!note || note.teacherId !== actor.personId) throw notFound();
    return note;
  }

  /** Counts that it was said for an activity. */
  async use(actor: Actor, id: string, activityId: string): Promise<void> {
    const note = await this.own(actor, id);
    await note.update({ uses: { ...note.uses, [activityId]: (note.uses?.[activityId] ?? 0) + 1 } });
  }

  async forget(actor: Actor, id: string): Promise<KeptNoteView[]> {
    await (await this.own(actor, id)).destroy();
    return this.list(actor);
  }
}
