import { join } from 'node:path';
import { root } from './places.mjs';

/** Imports that go against the arrows of the house, by the file that would hold them. */
const AGAINST_THE_ARROWS = [
  ['core/ink/slip.ts', 'react'],
  ['core/page/slip.ts', 'node:fs'],
  ['core/page/slip.ts', '@lippet/server/app'],
  ['client/page/slip.ts', '@lippet/server/app'],
  ['server/routes/slip.ts', '../models/tables'],
  ['server/services/slip.ts', '../routes/context'],
  ['server/models/slip.ts', '../services/pieces'],
];

/** The rules that are tried here need no types, and the files are not there. */
const UNTYPED = {
  languageOptions: { parserOptions: { projectService: false } },
  rules: { 'lippet/part-kinds': /** @type {const} */ ('off') },
};

/** Asks which kind a part is, in the place of a file where nobody may. */
const ASKS_THE_KIND = {
  filePath: join(root, 'core/review/spread.ts'),
  text:
    "import type { PartView } from '../parts/part';\n" +
    "export const slip = (part: PartView): boolean => part.kind === 'sound';\n",
};

/** Whether the linter refuses to let that be asked outside of the kinds' own folders. */
async function kindsAreNotAsked() {
  const { ESLint } = await import('eslint');
  const { filePath, text } = ASKS_THE_KIND;
  const [result] = await new ESLint({ cwd: root }).lintText(text, { filePath });
  if (result?.messages.some(({ ruleId }) => ruleId === 'lippet/part-kinds')) return true;
  console.error('The linter let a file outside of parts/ ask which kind a part is.');
  return false;
}

/** Whether the linter really refuses them: a rule that has come loose would pass everything. */
export async function arrowsHold() {
  const { ESLint } = await import('eslint');
  const eslint = new ESLint({ cwd: root, overrideConfig: UNTYPED });
  let hold = true;
  for (const [file, name] of AGAINST_THE_ARROWS) {
    const [result] = await eslint.lintText(`import '${name}';\n`, {
      filePath: join(root, /** @type {string} */ (file)),
    });
    if (result?.messages.some(({ ruleId }) => ruleId === 'no-restricted-imports')) continue;
    console.error(`The linter let ${file} import ${name}.`);
    hold = false;
  }
  return (await kindsAreNotAsked()) && hold;
}
