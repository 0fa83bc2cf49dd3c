import { Op } from 'sequelize';
import { strToU8 } from 'fflate';
import { escaped } from '@lippet/core/page/svg';
import { csvTable } from '@lippet/core/review/marksCsv';
import { STATE_WORDS } from '@lippet/core/piece/pieceState';
import { Activity, Person, Piece, Review, School, Submission } from '../../models/tables';
import { ZipFile } from '../../storage/zipFile';
import { activityParts } from '../pieces/activityParts';
import type { PartnerRecord, PartnerRecords } from '../partners/partnerRecords';
import { fileName, type GoFile, type GoFiles } from './goFiles';
import { goRecord, type GoRecord } from './goRecord';
import type { PieceFactsService, Standing } from '../pieces/pieceFacts';

/** One go in the index of a record. */
interface Entry extends GoRecord {
  partners: PartnerRecord[];
  files: string[];
}

/** Columns of the table. */
const COLUMNS = ['Learner', 'State', 'Go', 'Sent', 'Late', 'Outcome', 'Mark', 'Rubric', 'Answers', 'Note', 'Partners'];

/**
 * All that was sent of an activity as a ZIP: by learner and go, with and without marks, a table of it, and an index
 * that any browser shows.
 */
export class ActivityZip {
  constructor(
    private readonly facts: PieceFactsService,
    private readonly work: GoFiles,
    private readonly partners: PartnerRecords,
  ) {}

  /** @param groupIds the groups whose work it is to hold @param path a file that is not there yet */
  async write(activityId: string, groupIds: readonly string[], path: string): Promise<void> {
    const activity = await Activity.findByPk(activityId, { rejectOnEmpty: true });
    const standings = await this.facts.find({ activityId, groupIds });
    const people = new Map(
      (
        await Person.findAll({
          where: { id: standings.map(({ personId }) => personId) },
          attributes: ['id', 'name', 'schoolId'],
        })
      ).map((person) => [person.id, person]),
    );
    const ordered = [...standings].sort((a, b) =>
      people.get(a.personId)!.name.localeCompare(people.get(b.personId)!.name),
    );
    const school = await School.findOne({ where: { id: [...people.values()].map(({ schoolId }) => schoolId) } });
    const zip = new ZipFile(path);
    const folders = new Set<string>();
    const learners: { name: string; state: string; entries: Entry[] }[] = [];
    for (const standing of ordered) {
      const { name } = people.get(standing.personId)!;
      let folder = fileName(name, 'Learner');
      for (let n = 2; folders.has(folder); n++) folder = `${fileName(name, 'Learner')} ${n}`;
      folders.add(folder);
      learners.push({
        name,
        state: STATE_WORDS[standing.status.state],
        entries: await this.goes(standing, folder, zip),
      });
    }
    const when = new Intl.DateTimeFormat('en-IE', {
      dateStyle: 'medium',
      timeStyle: 'short',
      timeZone: school?.zone ?? 'UTC',
    });
    const rows = learners.flatMap(({ name, state, entries }) =>
      entries.length === 0
        ? [[name, state, ...COLUMNS.slice(2).map(() => '')]]
        : entries.map((entry) => [
            name,
            state,
            String(entry.go),
            when.format(entry.sentAt),
            entry.late ? 'late' : '',
            outcomeWords(entry),
            entry.cameBack?.mark ?? '',
            rubricWords(entry),
            answerWords(entry),
            entry.cameBack?.note ?? '',
            partnerWords(entry),
          ]),
    );
    await zip.add('marks.csv', strToU8(csvTable(COLUMNS, rows)));
    await zip.add(
      'activity.json',
      strToU8(
        JSON.stringify(
          { format: 'lippet-record', version: 1, title: activity.title, subject: activity.subject, learners },
          null,
          2,
        ),
      ),
    );
    await zip.add('index.html', strToU8(index(activity, learners, (date) => when.format(date))));
    await zip.end();
  }

  private async goes({ pieceId, activityId }: Standing, folder: string, zip: ZipFile): Promise<Entry[]> {
    const piece = pieceId ? await Piece.findByPk(pieceId) : null;
    if (!piece) return [];
    const { parts } = await activityParts(activityId);
    const entries: Entry[] = [];
    const sent = { pieceId: piece.id, withdrawnAt: null };
    for (const { id } of await Submission.findAll({ where: sent, order: ['number'], attributes: ['id'] })) {
      const submission = await Submission.unscoped().findByPk(id, { rejectOnEmpty: true });
      const review = await Review.unscoped().findOne({ where: { submissionId: id, releasedAt: { [Op.not]: null } } });
      const given = await this.partners.ofGo(piece, submission);
      const partners = given.map(({ record }) => record);
      const entry: Entry = { ...(await goRecord(submission, parts, review)), partners, files: [] };
      const add = async ({ name, content, packed }: GoFile): Promise<void> => {
        const place = `${folder}/go ${submission.number}/${name}`;
        await zip.add(place, content, { packed });
        entry.files.push(place);
      };
      for await (const file of this.work.all(piece, submission, parts, review?.marks ?? null, { everything: true }))
        await add(file);
      for await (const file of this.work.spoken(piece, submission, review)) await add(file);
      for (const one of given) for await (const file of this.partners.files(piece, submission, one)) await add(file);
      entries.push(entry);
    }
    return entries;
  }
}

function outcomeWords({ cameBack }: Entry): string {
  if (!cameBack?.outcome) return '';
  return cameBack.outcome === 'again' ? 'another go' : 'finished';
}

/** What was chosen in the lines of the rubric. */
const rubricWords = ({ cameBack }: Entry): string =>
  (cameBack?.rubric ?? []).map(({ line, level }) => `${line}: ${level}`).join('; ');

/** What the parts tell of their answers, besides the files. */
const answerWords = ({ answers }: Entry): string => answers.map(({ part, words }) => `${part}: ${words}`).join('; ');

/** What partners said, each by the name that the author knows them by. */
const partnerWords = ({ partners }: Entry): string =>
  partners
    .map(({ from, note, rubric }) =>
      [`${from}:`, note, rubric.map(({ line, level }) => `${line}: ${level}`).join(', ')].filter(Boolean).join(' '),
    )
    .join('; ');

const STYLE =
  'body{font:16px/1.5 sans-serif;color:#1C2A33;background:#F5EEDF;max-width:60rem;margin:2rem ' +
  'auto;padding:0 1rem}table{border-collapse:collapse;width:100%}th,td{border:2px solid ' +
  '#1C2A33;padding:.4rem ' +
  '.6rem;text-align:left;vertical-align:top}th{background:#DCE8EA}ul{margin:0;padding-left:1.2rem}';

type Listed = readonly { name: string; state: string; entries: Entry[] }[];

/** A row of the index: a learner, and one go if there is any. */
function row(name: string, state: string, entry: Entry | undefined, when: (date: Date) => string): string {
  const link = (place: string): string =>
    `<li><a href="${escaped(place.split('/').map(encodeURIComponent).join('/'))}">${escaped(place.split('/').at(-1)!)}</a></li>`;
  const cells = entry
    ? [
        String(entry.go),
        `${when(entry.sentAt)}${entry.late ? ', late' : ''}`,
        [outcomeWords(entry), entry.cameBack?.mark, rubricWords(entry), answerWords(entry)].filter(Boolean).join(', '),
        entry.cameBack?.note ?? '',
        partnerWords(entry),
      ]
    : ['', '', '', '', ''];
  const columns = [state, ...cells].map((cell) => `<td>${escaped(cell)}</td>`).join('');
  const files = (entry?.files ?? []).map(link).join('');
  return `<tr><th scope="row">${escaped(name)}</th>${columns}<td><ul>${files}</ul></td></tr>`;
}

/** The index, with every value escaped; links are to files beside it. */
function index({ title, subject }: Activity, learners: Listed, when: (date: Date) => string): string {
  const heads = ['Learner', 'State', 'Go', 'Sent', 'Came back', 'Note', 'Partners', 'Files'];
  const rows = learners.flatMap(({ name, state, entries }) =>
    entries.length === 0 ? [row(name, state, undefined, when)] : entries.map((entry) => row(name, state, entry, when)),
  );
  return `<!doctype html>
<html lang="en"><head><meta charset="utf-8"><title>${escaped(title)}</title><style>${STYLE}</style></head>
<body><h1>${escaped(title)}</h1><p>${escaped(subject)}</p>
<table><thead><tr>${heads.map((head) => `<th>${head}</th>`).join('')}</tr></thead>
<tbody>
${rows.join('\n')}
</tbody></table></body></html>`;
}
