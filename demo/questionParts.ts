/** Questions of the demo: as their teachers wrote them, with pictures and sounds, and as they were answered. */
import { randomUUID } from 'node:crypto';
import { newPart } from '@lippet/core/parts/part';
import { giveAnswer, noteGiven } from '@lippet/core/parts/questions/givenAnswers';
import type { QuestionsSettings } from '@lippet/core/parts/questions/questionsPart';
import { measureProgress, NO_PROGRESS } from '@lippet/core/piece/progress';
import { pastedQuestions } from '@lippet/core/questions/paste/pastedQuestions';
import type { Option } from '@lippet/core/questions/option';
import { newQuestion, readQuestion, type Question } from '@lippet/core/questions/question';
import { USUAL_SCHOOL } from '@lippet/core/questions/questionKind';
import { mediaPlaces, withMedia } from '@lippet/core/questions/questionMedia';
import { drawFirsts } from '@lippet/core/questions/variants/firstVariant';
import type { Sound } from '@lippet/core/sound/sound';
import { writeWav } from '@lippet/core/sound/wav';
import { makeCompute } from '@lippet/server/compute/compute';
import { playableForm } from '@lippet/server/media/playable';
import { Media, Part, Piece, PieceUpdate, QuestionTry, Submission } from '@lippet/server/models/tables';
import type { FileStore } from '@lippet/server/storage/fileStore';
import type { Transaction } from 'sequelize';
import sharp from 'sharp';
import * as Y from 'yjs';
import { triesOf, type DemoTries } from './answers';
import type { DemoPart } from './demoActivity';
import type { DemoMedia } from './birds';
import type { LabelledPicture } from './lighthouse';

/** Nobody waits for what is computed here. */
const IN_PLACE = makeCompute(null);

/** Of a picture that is drawn for a question, in pixels. */
const PICTURE_SIDE = 240;
/** Of a place for a label, in shares of the picture. */
const SIDE = 0.14;

/** Questions out of a letter; each must be understood. */
function questionsFrom(letter: string): Question[] {
  const pasted = pastedQuestions(letter, { decimalMark: 'point', newId: randomUUID });
  const { questions, unused } = drawFirsts(pasted, USUAL_SCHOOL);
  if (unused.length > 0) throw new Error(`A demo question was not understood: ${unused[0]!.words}`);
  return questions;
}

/** A question that is answered in another part. */
const madeQuestion = (
  { words, marks, part }: NonNullable<DemoPart['made']>[number],
  partIdOf: MadeActivity['partIdOf'],
) => readQuestion({ ...newQuestion('made', randomUUID()), words, marks, settings: { part: partIdOf(part) } })!;

/** An activity that is being made. */
export interface MadeActivity {
  activityId: string;
  ownerId: string;
  /** The id of a part of it, by its title. */
  partIdOf: (title: string) => string;
}

/** What questions of the demo are put into. */
interface QuestionsWorld {
  transaction: Transaction;
  files: FileStore;
  /** Ids by name. */
  people: ReadonlyMap<string, string>;
}

/** Makes parts with questions, and what learners tried at them. */
export class DemoQuestions {
  constructor(private readonly world: QuestionsWorld) {}

  async settings(
    letter: string,
    { media = {}, labels, rules, made = [] }: Pick<DemoPart, 'media' | 'labels' | 'rules' | 'made'>,
    { activityId, ownerId, partIdOf }: MadeActivity,
  ): Promise<QuestionsSettings> {
    const onPicture = labels ? [await this.labelled(labels, activityId, ownerId)] : [];
    const written = await this.illustrated(questionsFrom(letter), media, activityId, ownerId);
    return {
      ...(newPart('questions', activityId, '').settings as QuestionsSettings),
      questions: [...onPicture, ...written, ...made.map((question) => madeQuestion(question, partIdOf))],
      tries: 3,
      rightShown: 'after the last try',
      earnBack: true,
      ...rules,
    };
  }

  /** Questions with the pictures and sounds that are made for what is chosen in them. */
  private async illustrated(
    questions: readonly Question[],
    media: Record<string, DemoMedia>,
    activityId: string,
    ownerId: string,
  ): Promise<Question[]> {
    const all: Question[] = [];
    for (const question of questions) {
      let shown = question;
      for (const { id, words } of mediaPlaces(question)) {
        const { picture, sound } = media[words] ?? {};
        if (picture) shown = withMedia(shown, id, { picture: await this.drawnPicture(picture, activityId, ownerId) });
        if (sound) shown = withMedia(shown, id, { sound: await this.madeSound(sound(), activityId, ownerId) });
      }
      all.push(shown);
    }
    return all;
  }

  private async labelled(
    { words, picture, labels, spare }: LabelledPicture,
    activityId: string,
    ownerId: string,
  ): Promise<Question> {
    const label = (text: string): Option => ({ id: randomUUID(), words: text, picture: null, sound: null });
    const media = await this.drawnPicture(picture, activityId, ownerId);
    return readQuestion({
      ...newQuestion('labels', randomUUID()),
      words,
      marks: labels.length,
      settings: {
        picture: media,
        places: labels.map(({ words: text, x, y }) => ({
          id: randomUUID(),
          region: { x: x - SIDE / 2, y: y - SIDE / 2, width: SIDE, height: SIDE, round: true },
          label: label(text),
        })),
        spare: spare.map(label),
      },
    })!;
  }

  private async drawnPicture(svg: string, activityId: string, ownerId: string): Promise<string> {
    const content = await sharp(Buffer.from(svg)).webp().toBuffer();
    const id = randomUUID();
    const hash = await this.world.files.put(content);
    const [width, height] = [PICTURE_SIDE, PICTURE_SIDE];
    const about = { kind: 'picture', type: 'image/webp', size: content.length, pages: null } as const;
    await Media.create(
      { id, ownerId, pieceId: null, activityId, hash, width, height, ...about },
      { transaction: this.world.transaction },
    );
    return id;
  }

  private async madeSound(sound: Sound, activityId: string, ownerId: string): Promise<string> {
    const content = Buffer.from(writeWav(sound));
    const id = randomUUID();
    const hash = await this.world.files.put(content);
    const form = await playableForm(this.world.files, IN_PLACE, this.world.files.pathOf(hash));
    const about = { kind: 'sound', type: 'audio/wav', size: content.length, pages: null } as const;
    await Media.create(
      { id, ownerId, pieceId: null, activityId, hash, ...about, ...form },
      { transaction: this.world.transaction },
    );
    return id;
  }

  /** What a learner has tried at the questions of a part, a try every minute. */
  async answers(
    activityId: string,
    partId: string,
    { learner, codes, begun }: { learner: string; codes: DemoTries; begun: number },
  ): Promise<void> {
    const { transaction, people } = this.world;
    const part = await Part.findByPk(partId, { rejectOnEmpty: true, transaction });
    const { questions } = part.settings as QuestionsSettings;
    const tries = triesOf(questions, codes);
    // One that stands alone goes by itself.
    const isLone = questions.length === 1;
    const doc = new Y.Doc();
    for (const { question, answer } of tries) {
      giveAnswer(doc, partId, question.id, answer);
      noteGiven(doc, partId, question.id);
    }
    const pieceId = randomUUID();
    const createdAt = new Date(begun);
    await Piece.create(
      { id: pieceId, activityId, personId: people.get(learner)!, frozen: isLone, createdAt },
      { transaction },
    );
    const update = await PieceUpdate.create(
      { pieceId, data: Buffer.from(Y.encodeStateAsUpdate(doc)), createdAt },
      { transaction },
    );
    const progress = measureProgress(doc);
    await Piece.update({ progress, progressThrough: update.id }, { where: { id: pieceId }, transaction });
    if (isLone)
      await Submission.create(
        {
          id: randomUUID(),
          pieceId,
          number: 1,
          key: randomUUID(),
          sentAt: createdAt,
          late: false,
          document: Buffer.from(Y.encodeStateAsUpdate(doc)),
          manifest: {
            parts: [{ id: partId, title: part.title, kind: part.kind, ...(progress.parts[partId] ?? NO_PROGRESS) }],
          },
          word: null,
        },
        { transaction },
      );
    await QuestionTry.bulkCreate(
      tries.map(({ question, number, answer, share }, nth) => ({
        id: randomUUID(),
        pieceId,
        partId,
        questionId: question.id,
        go: 1,
        number,
        answer,
        share,
        outOf: question.marks,
        at: new Date(begun + nth * 60_000),
      })),
      { transaction },
    );
  }
}
