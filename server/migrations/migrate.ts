import type { Sequelize } from 'sequelize';
import { SequelizeStorage, Umzug } from 'umzug';
import * as ground from './2026-11-24-ground';
import * as exports from './2026-11-25-exports';
import * as captures from './2026-11-25-captures';
import * as recordings from './2026-11-25-recordings';
import * as media from './2026-11-25-media';
import * as planning from './2026-11-25-planning';
import * as threads from './2026-11-25-threads';
import * as classes from './2026-11-26-class';
import * as reviewing from './2026-11-26-reviewing';
import * as desk from './2026-11-26-desk';
import * as safety from './2026-11-29-safety';
import * as tries from './2026-11-29-tries';
import * as quick from './2026-11-29-quick';
import * as refused from './2026-11-29-refused';
import * as recall from './2026-11-29-recall';
import * as dropped from './2026-11-29-dropped';
import * as counted from './2026-11-29-counted';
import * as room from './2026-11-29-room';
import * as keyLength from './2026-11-29-keyLength';
import * as nameOrder from './2026-11-29-nameOrder';
import * as sentNews from './2026-11-29-sentNews';
import * as givenPages from './2026-11-29-givenPages';
import * as joinedAt from './2026-11-29-joinedAt';
import * as spokenReplies from './2026-11-30-spokenReplies';
import * as partAnswers from './2026-11-30-partAnswers';
import * as dayChoices from './2026-11-30-dayChoices';
import * as questionHelp from './2026-11-30-questionHelp';
import * as markedBy from './2026-11-30-markedBy';
import * as crewWork from './2026-11-30-crewWork';
import * as questionSets from './2026-11-30-questionSets';
import * as setTimes from './2026-11-30-setTimes';
import * as questionTries from './2026-11-30-questionTries';
import * as partners from './2026-12-01-partners';
import * as wall from './2026-12-01-wall';
import * as shared from './2026-12-01-shared';
import * as family from './2026-12-01-family';
import * as wallOpenings from './2026-12-01-wallOpenings';
import * as wallVoices from './2026-12-01-wallVoices';
import * as wallExamples from './2026-12-01-wallExamples';
import * as lentPictures from './2026-12-01-lentPictures';
import * as partnerFiles from './2026-12-01-partnerFiles';
import * as signInLetters from './2026-12-02-signInLetters';
import * as sharedPictures from './2026-12-01-sharedPictures';

/** Every change of the schema, in the order it is made. A migration that has landed is never edited. */
export const MIGRATIONS = [
  { name: '2026-11-24-ground', ...ground },
  { name: '2026-11-25-media', ...media },
  { name: '2026-11-25-exports', ...exports },
  { name: '2026-11-25-captures', ...captures },
  { name: '2026-11-25-recordings', ...recordings },
  { name: '2026-11-25-planning', ...planning },
  { name: '2026-11-25-threads', ...threads },
  { name: '2026-11-26-class', ...classes },
  { name: '2026-11-26-reviewing', ...reviewing },
  { name: '2026-11-26-desk', ...desk },
  { name: '2026-11-29-safety', ...safety },
  { name: '2026-11-29-tries', ...tries },
  { name: '2026-11-29-quick', ...quick },
  { name: '2026-11-29-refused', ...refused },
  { name: '2026-11-29-recall', ...recall },
  { name: '2026-11-29-dropped', ...dropped },
  { name: '2026-11-29-counted', ...counted },
  { name: '2026-11-29-room', ...room },
  { name: '2026-11-29-keyLength', ...keyLength },
  { name: '2026-11-29-nameOrder', ...nameOrder },
  { name: '2026-11-29-sentNews', ...sentNews },
  { name: '2026-11-29-givenPages', ...givenPages },
  { name: '2026-11-29-joinedAt', ...joinedAt },
  { name: '2026-11-30-spokenReplies', ...spokenReplies },
  { name: '2026-11-30-partAnswers', ...partAnswers },
  { name: '2026-11-30-dayChoices', ...dayChoices },
  { name: '2026-11-30-questionTries', ...questionTries },
  { name: '2026-11-30-questionHelp', ...questionHelp },
  { name: '2026-11-30-setTimes', ...setTimes },
  { name: '2026-11-30-markedBy', ...markedBy },
  { name: '2026-11-30-questionSets', ...questionSets },
  { name: '2026-11-30-crewWork', ...crewWork },
  { name: '2026-12-01-partners', ...partners },
  { name: '2026-12-01-wall', ...wall },
  { name: '2026-12-01-shared', ...shared },
  { name: '2026-12-01-family', ...family },
  { name: '2026-12-01-wallOpenings', ...wallOpenings },
  { name: '2026-12-01-wallVoices', ...wallVoices },
  { name: '2026-12-01-wallExamples', ...wallExamples },
  { name: '2026-12-01-sharedPictures', ...sharedPictures },
  { name: '2026-12-01-lentPictures', ...lentPictures },
  { name: '2026-12-01-partnerFiles', ...partnerFiles },
  { name: '2026-12-02-signInLetters', ...signInLetters },
];

/** Brings the database to the newest schema; each migration runs once, in a transaction of its own. */
export async function migrate(sequelize: Sequelize): Promise<string[]> {
  const umzug = new Umzug({
    migrations: MIGRATIONS.map(({ name, up, down }) => ({
      name,
      up: () => sequelize.transaction((transaction) => up(sequelize, transaction)),
      down: () => sequelize.transaction((transaction) => down(sequelize, transaction)),
    })),
    storage: new SequelizeStorage({ sequelize, tableName: 'migrations' }),
    logger: undefined,
  });
  return (await umzug.up()).map(({ name }) => name);
}
