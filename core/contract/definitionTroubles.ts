import { partsNamedBy, settingsTrouble, type PartPlan } from '../parts/part';
import type { Dates, ActivityPlan } from './activityDefinition';
import { partnerTroubles } from '../review/partners/partnerPlan';
import { plainWords, picturesOf, safeAddress } from '../words/richText';

/** The parts of the form, so that what is missing can be led to. */
export type PlanPlace = 'title' | 'task' | 'parts' | 'materials' | 'groups' | 'rubric' | 'partners';

export interface PlanTrouble {
  place: PlanPlace;
  words: string;
}

const named = (title: string, otherwise: string): string => (title.trim() ? `“${title.trim()}”` : otherwise);

function partTrouble(part: PartPlan, index: number, all: readonly PartPlan[]): string | null {
  const name = named(part.title, `Part ${index + 1}`);
  if (!part.title.trim()) return `Part ${index + 1} needs a name.`;
  const trouble = settingsTrouble(part, name);
  if (trouble) return trouble;
  const missing = partsNamedBy(part).some((id) => id === part.id || !all.some((other) => other.id === id));
  if (missing) return `A question of ${name} is answered in a part that is not there any more.`;
  if (part.waits && index === 0) return `${name} is the first part, so there is nothing that it could wait for.`;
  return null;
}

function dateTrouble({ opens, due, closes }: Dates, whose: string): string | null {
  if (opens !== null && due !== null && opens >= due) return `For ${whose}, it is due before it opens.`;
  if (due !== null && closes !== null && closes < due) return `For ${whose}, it closes before it is due.`;
  if (opens !== null && closes !== null && opens >= closes) return `For ${whose}, it closes before it opens.`;
  return null;
}

/** What keeps a plan from being set, in the order of the form. `nameOf` gives the name of a group or a person. */
export function planTroubles(plan: ActivityPlan, nameOf: (id: string) => string): PlanTrouble[] {
  const troubles: PlanTrouble[] = [];
  const add = (place: PlanPlace, words: string | null): void => void (words && troubles.push({ place, words }));
  if (!plan.title.trim()) add('title', 'It needs a name.');
  if (!plainWords(plan.task).trim() && picturesOf(plan.task).length === 0 && !plan.told)
    add('task', 'Say what is to be done.');
  if (plan.parts.length === 0) add('parts', 'Add at least one part to work on.');
  plan.parts.forEach((part, i) => add('parts', partTrouble(part, i, plan.parts)));
  for (const { id, title, rule, wanted } of plan.choices) {
    const own = plan.parts.filter(({ choice }) => choice === id);
    const free = rule === 'pick' ? own.filter(({ required }) => !required).length : own.length;
    const name = named(title, 'A choice');
    if (own.length < 2) add('parts', `${name} needs at least two parts to choose from.`);
    else if (rule === 'pick' && wanted > free)
      add('parts', `${name} asks for ${wanted} of ${free} parts that are free to choose.`);
  }
  plan.materials.forEach(({ kind, title, words, address, media, shown, at }, i) => {
    const name = named(title, `Number ${i + 1} to look at`);
    const holds = kind === 'link' ? safeAddress(address) : Boolean(media);
    if (kind === 'text' ? !words.trim() : !holds)
      add('materials', kind === 'link' ? `${name} needs an address that begins with https://.` : `${name} is empty.`);
    if (shown === 'at' && at === null) add('materials', `${name} needs the time from which it is shown.`);
  });
  const { kind, levels: marks } = plan.marking;
  if (kind === 'level' && (marks.length < 2 || marks.some((level) => !level.trim())))
    add('rubric', 'A mark as a level needs at least two levels in words.');
  plan.rubric.forEach(({ title, levels }, i) => {
    if (!title.trim() || levels.length < 2 || levels.some((level) => !level.trim()))
      add(
        'rubric',
        `${named(title, `Line ${i + 1} of what good work shows`)} needs a name and at least two levels in words.`,
      );
  });
  const rows = plan.rubric.map(({ id }) => id);
  for (const words of plan.partners ? partnerTroubles(plan.partners, rows) : []) add('partners', words);
  if (plan.groups.length === 0) add('groups', 'Choose who it is for.');
  for (const group of plan.groups) add('groups', dateTrouble(group, nameOf(group.group)));
  for (const learner of plan.learners) add('groups', dateTrouble(learner, nameOf(learner.person)));
  return troubles;
}
