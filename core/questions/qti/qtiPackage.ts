/** Several items of QTI as one package (1EdTech Content Packaging): the files of it, whatever they are packed into. */
import { firstOf, type Question } from '../question';
import type { UnusedLine } from '../paste/pastedQuestions';
import { QtiError, readQtiItem } from './readQti';
import { writeQtiItem } from './writeQti';
import { XmlError } from './xmlTree';

/** One file: its path in the package, and its text. */
export interface PackageFile {
  path: string;
  text: string;
}

const MANIFEST = 'imsmanifest.xml';
/** Of one package. */
export const PACKAGE_LIMITS = { files: 500, bytes: 20_000_000 };

const manifestOf = (items: readonly PackageFile[]): string =>
  [
    '<?xml version="1.0" encoding="UTF-8"?>',
    '<manifest xmlns="http://www.imsglobal.org/xsd/qti/qtiv3p0/imscp_v1p1" identifier="questions">',
    '<metadata><schema>QTI Package</schema><schemaversion>3.0.0</schemaversion></metadata><organizations/><resources>',
    ...items.map(
      ({ path }, index) =>
        `<resource identifier="item-${index + 1}" type="imsqti_item_xmlv3p0" href="${path}"><file href="${path}"/></resource>`,
    ),
    '</resources></manifest>',
  ].join('\n');

/** @returns the files, and in sentences what the format can't hold */
export function writePackage(questions: readonly Question[]): { files: PackageFile[]; left: string[] } {
  const items: PackageFile[] = [];
  const left: string[] = [];
  questions.forEach((whole, index) => {
    const number = index + 1;
    const { xml, left: lost } = writeQtiItem(firstOf(whole), `Question ${number}`);
    left.push(...lost.map((words) => `Question ${number}: ${words}`));
    if (whole.template) left.push(`Question ${number}: only its first numbers are in it.`);
    if (xml === null) return;
    items.push({ path: `items/question-${number}.xml`, text: xml });
  });
  return { files: [{ path: MANIFEST, text: manifestOf(items) }, ...items], left };
}

/** Reads every item among some files; a file that is none is told, and spoils nothing for the others. */
export function readPackage(
  files: readonly PackageFile[],
  newId: () => string,
): { questions: Question[]; unused: UnusedLine[] } {
  const questions: Question[] = [];
  const unused: UnusedLine[] = [];
  const items = files.filter(({ path }) => /\.xml$/i.test(path) && !path.endsWith(MANIFEST));
  for (const { path, text } of items.slice(0, PACKAGE_LIMITS.files)) {
    try {
      const { question, left } = readQtiItem(text, newId);
      questions.push(question);
      unused.push(...left.map((why) => ({ line: 0, words: question.words || path, why })));
    } catch (error) {
      if (!(error instanceof QtiError) && !(error instanceof XmlError)) throw error;
      unused.push({ line: 0, words: path, why: error.message });
    }
  }
  return { questions, unused };
}
