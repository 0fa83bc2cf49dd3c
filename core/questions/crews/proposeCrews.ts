/** Who could be helped together, and with what: learners whose wrong answers are alike. */

/** What one learner got wrong. */
export interface Difficulties {
  learner: string;
  /** A name for each wrong answer, the same for all who gave it: a question and how it was answered. */
  wrong: readonly string[];
}

export interface ProposedCrew {
  learners: string[];
  /** The wrong answer that most of them gave, and how many of them; null where each is alone with theirs. */
  about: { wrong: string; count: number } | null;
}

/** Less alike than this they are not helped together. */
const LEAST_ALIKE = 0.2;

/** How much two sets share: what is in both as a share of what is in either (P. Jaccard, 1901). */
function likeness(one: ReadonlySet<string>, other: ReadonlySet<string>): number {
  const both = [...one].filter((wrong) => other.has(wrong)).length;
  return both / (one.size + other.size - both);
}

interface Cluster {
  learners: { learner: string; wrong: ReadonlySet<string> }[];
}

/** How alike two groups are on the average (R. R. Sokal and C. D. Michener, 1958). */
function alikeOnAverage({ learners }: Cluster, other: Cluster): number {
  let sum = 0;
  for (const one of learners) for (const another of other.learners) sum += likeness(one.wrong, another.wrong);
  return sum / (learners.length * other.learners.length);
}

interface Pair {
  one: number;
  other: number;
  alike: number;
}

/** The two groups that are most alike and not too large together; null where none are. Of equals the first. */
function nearest(clusters: readonly Cluster[], most: number): Pair | null {
  let best: Pair | null = null;
  for (let one = 0; one < clusters.length; one++) {
    for (let other = one + 1; other < clusters.length; other++) {
      if (clusters[one]!.learners.length + clusters[other]!.learners.length > most) continue;
      const alike = alikeOnAverage(clusters[one]!, clusters[other]!);
      if (alike >= LEAST_ALIKE && (!best || alike > best.alike)) best = { one, other, alike };
    }
  }
  return best;
}

function commonest(learners: Cluster['learners']): ProposedCrew['about'] {
  const counts = new Map<string, number>();
  for (const { wrong } of learners) for (const name of wrong) counts.set(name, (counts.get(name) ?? 0) + 1);
  const [first] = [...counts].sort(([one, count], [other, otherCount]) => otherCount - count || (one < other ? -1 : 1));
  return first && first[1] > 1 ? { wrong: first[0], count: first[1] } : null;
}

/** Learners with exactly the same wrong answers begin together: a whole class then takes no longer than a few. */
function begun(all: readonly Difficulties[], most: number): Cluster[] {
  const alike = new Map<string, Cluster['learners']>();
  const known = all.filter(({ wrong }) => wrong.length > 0);
  for (const { learner, wrong } of [...known].sort((one, other) => (one.learner < other.learner ? -1 : 1))) {
    const key = JSON.stringify([...new Set(wrong)].sort());
    alike.set(key, [...(alike.get(key) ?? []), { learner, wrong: new Set(wrong) }]);
  }
  return [...alike]
    .sort(([one], [other]) => (one < other ? -1 : 1))
    .flatMap(([, learners]) => {
      const clusters: Cluster[] = [];
      for (let first = 0; first < learners.length; first += most)
        clusters.push({ learners: learners.slice(first, first + most) });
      return clusters;
    });
}

/**
 * Proposes who should be helped together: the two groups that are most alike become one, again and again, as long as they
 * are alike and not larger than asked for. Who got nothing wrong is in none, and nobody is in two. It does not matter in
 * which order learners are given.
 *
 * @param most learners of one crew, at least 2
 * @returns largest first; who is like nobody else is a crew of one
 */
export function proposeCrews(all: readonly Difficulties[], most: number): ProposedCrew[] {
  const clusters = begun(all, Math.max(2, most));
  for (let pair = nearest(clusters, most); pair; pair = nearest(clusters, most)) {
    const [joined] = clusters.splice(pair.other, 1);
    clusters[pair.one] = { learners: [...clusters[pair.one]!.learners, ...joined!.learners] };
  }
  return clusters
    .map(({ learners }) => ({
      learners: learners.map(({ learner }) => learner).sort(),
      about: commonest(learners),
    }))
    .sort(
      (one, other) => other.learners.length - one.learners.length || (one.learners[0]! < other.learners[0]! ? -1 : 1),
    );
}
