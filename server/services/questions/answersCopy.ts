import { whenWords } from '@lippet/core/schedule/schoolTime';
import type { PartView, PartViewOf } from '@lippet/core/parts/part';
import { answersCopy } from '@lippet/core/questions/copy/answersCopy';
import type { Compute } from '../../compute/compute';
import { Activity, Person, School } from '../../models/tables';
import type { Actor } from '../../policy/actor';
import { notFound } from '../../problems/problem';
import { activityParts } from '../pieces/activityParts';
import type { PieceFactsService } from '../pieces/pieceFacts';
import { findGo } from '../reviewing/goes';
import { questionParts } from './questionParts';
import type { TriedService } from './triedUntil';

/** What was answered in a go, as a PDF to keep. */
export class AnswersCopyService {
  constructor(
    private readonly facts: PieceFactsService,
    private readonly tried: TriedService,
    private readonly compute: Compute,
    private readonly fontsRoot: string,
    private readonly clock: () => number = Date.now,
  ) {}

  /** As much of it as whoever asks may know. @throws ProblemError `not-found` where nothing is asked */
  async pdf(actor: Actor, goId: string): Promise<Uint8Array> {
    const view = await this.tried.ofGo(actor, goId);
    const { go, piece } = await findGo(this.facts, goId);
    const asking = new Set((await questionParts(piece.activityId)).map(({ id }) => id));
    const { parts } = await activityParts(piece.activityId);
    const asked = parts.filter((part): part is PartViewOf<'questions'> & PartView => asking.has(part.id));
    if (asked.length === 0) throw notFound();
    const activity = await Activity.findByPk(piece.activityId, { rejectOnEmpty: true });
    const person = await Person.findByPk(piece.personId, { rejectOnEmpty: true });
    const { zone } = await School.findByPk(person.schoolId, { rejectOnEmpty: true });
    const when = `Go ${go.number}, sent ${whenWords(go.sentAt.getTime(), this.clock(), zone)}`;
    const blocks = answersCopy({ title: activity.title, name: person.name, when }, asked, view);
    return this.compute.run('answersPdf', { title: activity.title, blocks, fontsRoot: this.fontsRoot });
  }
}
