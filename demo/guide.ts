/** Prints who can sign in, and how. */
import { FAMILY } from './family';
import { GROUPS, SCHOOL } from './school';

const lines = [`${SCHOOL.name}: nobody here exists. A device asks once for its group's code.`, ''];
for (const { name, code, teacher, learners } of GROUPS) {
  lines.push(`  ${name} · code ${code}`);
  lines.push(
    `    teacher   ${teacher.name.padEnd(15)} sign-in name ${teacher.signInName}, password ${teacher.password}`,
  );
  for (const learner of learners.slice(0, 3)) {
    const secret = learner.pictures ? `pictures ${learner.pictures.join(', ')}` : `password ${learner.password}`;
    lines.push(`    learner   ${learner.name.padEnd(15)} ${secret}`);
  }
  if (learners.length > 3) lines.push(`              and ${learners.length - 3} more: demo/school.ts`);
}
const { name: family, signInName: familyName, password: familyPassword, children } = FAMILY;
lines.push(`  Home · sees ${children.map(({ name }) => name).join(' and ')}`);
lines.push(`    family    ${family.padEnd(15)} sign-in name ${familyName}, password ${familyPassword}`);
process.stdout.write(`${lines.join('\n')}\n`);
