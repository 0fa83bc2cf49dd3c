/** What can be done with the parts of a plan: plain functions from one plan to the next. */
import type { PartWithWork } from '@lippet/core/contract/activities';
import type { ActivityPlan, ChoicePlan } from '@lippet/core/contract/activityDefinition';
import { newPart, type PartKind, type PartPlan } from '@lippet/core/parts/part';

/** With a new part behind the others. `title`: how the first of its kind is called; more of them are numbered. */
export function addPart(
  plan: ActivityPlan,
  { kind, id, title }: { kind: PartKind; id: string; title: string },
): ActivityPlan {
  const like = plan.parts.filter((part) => part.kind === kind).length;
  return { ...plan, parts: [...plan.parts, newPart(kind, id, like === 0 ? title : `${title} ${like + 1}`)] };
}

export const changePart = (plan: ActivityPlan, id: string, how: (part: PartPlan) => PartPlan): ActivityPlan => ({
  ...plan,
  parts: plan.parts.map((part) => (part.id === id ? how(part) : part)),
});

/** Without a part; a choice that nothing is left of goes with it. */
export const removePart = (plan: ActivityPlan, id: string): ActivityPlan =>
  tidy({ ...plan, parts: plan.parts.filter((part) => part.id !== id) });

/**
 * What a part that waits has to wait for: the part before it, or the whole choice that this belongs to. Null where it
 * does not wait.
 */
export function waitsForWords(plan: ActivityPlan, part: PartPlan): string | null {
  const before = plan.parts[plan.parts.findIndex(({ id }) => id === part.id) - 1];
  if (!part.waits || !before) return null;
  const choice = plan.choices.find(({ id }) => id === before.choice);
  if (!choice || part.choice === choice.id) return `waits for “${before.title}”`;
  const name = choice.title ? ` of “${choice.title}”` : ' of the choice before it';
  return choice.rule === 'level' ? `waits for one level${name}` : `waits for ${choice.wanted}${name}`;
}

/** With a part again that was taken out, as the last one; where its choice is gone, it is asked for by itself. */
export function putBack(plan: ActivityPlan, part: PartPlan): ActivityPlan {
  if (plan.parts.some(({ id }) => id === part.id)) return plan;
  const choice = plan.choices.some(({ id }) => id === part.choice) ? part.choice : null;
  return tidy({ ...plan, parts: [...plan.parts, { ...part, choice, required: part.required || choice === null }] });
}

/** Parts with work in them that a plan does not ask for. */
export const takenOut = (plan: ActivityPlan, withWork: readonly PartWithWork[]): PartWithWork[] =>
  withWork.filter(({ part }) => !plan.parts.some(({ id }) => id === part.id));

/**
 * Parts of a choice lie together, where the first of them is; the first part has nothing to wait for; empty choices go.
 */
export function tidy(plan: ActivityPlan): ActivityPlan {
  const parts: PartPlan[] = [];
  for (const part of plan.parts) {
    if (parts.includes(part)) continue;
    parts.push(
      part,
      ...(part.choice
        ? plan.parts.filter((other) => other !== part && other.choice === part.choice && !parts.includes(other))
        : []),
    );
  }
  return {
    ...plan,
    parts: parts.map((part, i) => (i === 0 && part.waits ? { ...part, waits: false } : part)),
    choices: plan.choices.filter(({ id }) => parts.some(({ choice }) => choice === id)),
  };
}

/** Puts a part at the place that another one has now. */
export function movePart(plan: ActivityPlan, id: string, over: string): ActivityPlan {
  const from = plan.parts.findIndex((part) => part.id === id);
  const to = plan.parts.findIndex((part) => part.id === over);
  if (from < 0 || to < 0 || from === to) return plan;
  const parts = [...plan.parts];
  parts.splice(to, 0, ...parts.splice(from, 1));
  return tidy({ ...plan, parts });
}

/** Moves a part one place up or down; over a choice that it does not belong to, it goes past all of it. */
export function stepPart(plan: ActivityPlan, id: string, by: 1 | -1): ActivityPlan {
  const index = plan.parts.findIndex((part) => part.id === id);
  let to = index + by;
  const next = plan.parts[to];
  if (index < 0 || !next) return plan;
  if (next.choice !== null && next.choice !== plan.parts[index]!.choice)
    while (plan.parts[to + by]?.choice === next.choice) to += by;
  return movePart(plan, id, plan.parts[to]!.id);
}

/**
 * Puts a part into a choice, a new one, or none. In a choice parts are free to choose until they are said to be fixed.
 */
export function chooseFor(plan: ActivityPlan, id: string, choice: string | { fresh: string } | null): ActivityPlan {
  const key = choice !== null && typeof choice === 'object' ? choice.fresh : choice;
  const choices: ChoicePlan[] =
    choice !== null && typeof choice === 'object'
      ? [...plan.choices, { id: choice.fresh, title: '', rule: 'pick', wanted: 1 }]
      : plan.choices;
  return tidy({ ...changePart(plan, id, (part) => ({ ...part, choice: key, required: key === null })), choices });
}
