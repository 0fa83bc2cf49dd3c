/** The tables of section 4 of the design that exist so far, as Sequelize models; they are used from here. */
import type { Sequelize } from 'sequelize';
import { defineActivities } from './activities';
import { defineFamily } from './family';
import { defineFiles } from './files';
import { definePeople } from './people';
import { definePartners } from './partners';
import { definePieces } from './pieces';
import { defineQuestions } from './questions';
import { defineShared } from './shared';
import { defineWall } from './wall';
import { defineTalk } from './talk';

export { Activity, Folder, Assignment, LearnerDates, OwnDay, Part, type OwnDates } from './activities';
export { Media, RefusedMedia, DroppedFile, Upload, CaptureLink, CapturePhoto, Speech } from './files';
export { School, Person, Group, Membership, Crew, CrewMember, Session, SignInAttempt } from './people';
export { Piece, PieceUpdate, PieceCopy, Submission, Review, MarkUpdate, NoteReply, Export } from './pieces';
export { PartnerRound, PeerReview } from './partners';
export { QuestionTry, QuestionHint, QuestionHelp, QuestionState, SetTime, SetRound, MoreTime } from './questions';
export { FamilyCard, FamilyTie, FamilySeen, FamilyMessage, SignInLetter } from './family';
export { SharedSheet } from './shared';
export { Hanging, HangingAnswer, WallOpening } from './wall';
export { Thread, Message, Notice, DailyQuestion, DailyAnswer, Update, KeptNote, KeptStamp, Letter } from './talk';

/** Ties the models to a database. Called once for each connection pool. */
export function defineTables(sequelize: Sequelize): void {
  definePeople(sequelize);
  defineActivities(sequelize);
  definePieces(sequelize);
  definePartners(sequelize);
  defineQuestions(sequelize);
  defineFiles(sequelize);
  defineTalk(sequelize);
  defineWall(sequelize);
  defineShared(sequelize);
  defineFamily(sequelize);
}
