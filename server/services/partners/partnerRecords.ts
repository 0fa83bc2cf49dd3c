import { Op } from 'sequelize';
import { documentOf, readPages } from '@lippet/core/page/document';
import { voicesOf } from '@lippet/core/recording/moments';
import { Activity, Media, PeerReview, type Piece, type Submission } from '../../models/tables';
import { fileName, type GoFile, type GoFiles } from '../exports/goFiles';
import { isShown } from './findPeerReview';
import { linesOf } from './partnerAnswers';
import { namesForAuthors } from './partnerNames';
import { holdsMarks } from './partnerMarks';

/** What a partner said of a go, as a record tells it beside the files. */
export interface PartnerRecord {
  from: string;
  at: Date;
  note: string;
  /** What was chosen in each line of the rubric. */
  rubric: { line: string; level: string }[];
  /** What the author said of it; null for nothing. */
  helped: boolean | null;
  answer: string;
}

/** What one partner gave, to be told and to be kept as files. */
export interface Given {
  record: PartnerRecord;
  review: PeerReview;
}

/**
 * What partners said of a go, for files to keep: what its author sees, and by what name they see it, whoever asks for the
 * files. They are passed on.
 */
export class PartnerRecords {
  constructor(private readonly work: GoFiles) {}

  async ofGo({ activityId }: Piece, { id }: Submission): Promise<Given[]> {
    const rows = await PeerReview.unscoped().findAll({
      where: { submissionId: id, givenAt: { [Op.not]: null } },
      order: ['forAuthor'],
    });
    const shown = rows.filter(isShown);
    if (shown.length === 0) return [];
    const activity = await Activity.findByPk(activityId, { rejectOnEmpty: true });
    const names = await namesForAuthors(activity, shown);
    return shown.map((review) => ({
      review,
      record: {
        from: names.get(review.id)!,
        at: review.givenAt!,
        note: review.note!,
        rubric: linesOf(activity.rubric ?? [], review.levels!).map(({ title, words }) => ({
          line: title,
          level: words,
        })),
        helped: review.helped ?? null,
        answer: review.answer!,
      },
    }));
  }

  /** The work with what a partner drew on it, what they spoke or filmed, and what they gave with it. */
  async *files(piece: Piece, { document }: Submission, { record, review }: Given): AsyncGenerator<GoFile> {
    const from = fileName(record.from, 'Partner');
    const marks = documentOf(review.marks!);
    if (holdsMarks(marks) && readPages(documentOf(document)).length > 0)
      yield {
        name: `pages with marks by ${from}.pdf`,
        content: await this.work.pdf(piece, document, review.marks!, 'flat', (id) => brought(review, id)),
        packed: true,
      };
    if (review.told) yield* this.recording(review, review.told.media, `answer by ${from}`);
    if (review.attached) {
      const media = await brought(review, review.attached);
      if (media) yield await this.work.handedOn(media, `file by ${from}`);
    }
    for (const [i, voice] of voicesOf(marks).entries())
      yield* this.recording(review, voice, `note ${i + 1} by ${from}`);
  }

  private async *recording(review: PeerReview, id: string, name: string): AsyncGenerator<GoFile> {
    const media = await brought(review, id);
    if (media) yield this.work.recorded(media, name);
  }
}

/** A file that a partner gave with a review; null for what was not given with it. */
const brought = async ({ files, groupId, reviewerId }: PeerReview, id: string): Promise<Media | null> =>
  files!.includes(id) ? Media.findOne({ where: { id, groupId, ownerId: reviewerId } }) : null;
