import { QueryTypes, type Sequelize } from 'sequelize';
import type { Actor } from '../../policy/actor';

/** What a session is found by: the hash of its token, in hexadecimal, or its id. */
type FoundBy = 'token' | 'id';

/** A session and one of its person's groups. */
interface Row {
  key: string;
  id: string;
  person_id: string;
  role: Actor['role'];
  group_id: string | null;
  as: string | null;
  child_id: string | null;
  home_in: string | null;
}

const COLUMNS: Record<FoundBy, { key: string; condition: string }> = {
  token: {
    key: "encode(s.token_hash, 'hex')",
    condition: "s.token_hash IN (SELECT decode(hash, 'hex') FROM unnest(:keys::text[]) hash)",
  },
  id: { key: 's.id::text', condition: 's.id = ANY(:keys::uuid[])' },
};

function actorFrom(rows: readonly Row[]): Actor | null {
  const first = rows[0];
  if (!first) return null;
  const inRole = (role: string): Set<string> =>
    new Set(rows.filter((row) => row.as === role && row.group_id).map((row) => row.group_id!));
  return {
    personId: first.person_id,
    sessionId: first.id,
    role: first.role,
    learnsIn: inRole('learner'),
    teaches: inRole('teacher'),
    watches: new Set(rows.flatMap((row) => row.child_id ?? [])),
    homeIn: new Set(rows.flatMap((row) => row.home_in ?? [])),
  };
}

/** Who has opened sessions that have not run out. Several are looked up with one statement: a class comes at once. */
export class OpenSessions {
  constructor(
    private readonly sequelize: Sequelize,
    private readonly clock: () => number,
  ) {}

  /** @returns in the order of the keys; null for a session that is unknown, was ended or has run out */
  async actors(by: FoundBy, keys: readonly string[]): Promise<(Actor | null)[]> {
    const { key, condition } = COLUMNS[by];
    const rows = await this.sequelize.query<Row>(
      `SELECT ${key} AS key, s.id, s.person_id, p.role, m.group_id, m.role AS "as", f.child_id, f.home_in FROM sessions s
       JOIN people p ON p.id = s.person_id LEFT JOIN memberships m ON m.person_id = p.id AND m.left_at IS NULL
       LEFT JOIN LATERAL (
         SELECT c.child_id, c.group_id AS home_in FROM family_ties t JOIN family_cards c ON c.id = t.card_id AND c.ended_at IS NULL
         WHERE t.person_id = p.id AND p.role = 'family') f ON true
       WHERE ${condition} AND s.expires_at > :now`,
      {
        replacements: { keys: `{${[...new Set(keys)].join(',')}}`, now: new Date(this.clock()) },
        type: QueryTypes.SELECT,
      },
    );
    const byKey = new Map<string, Row[]>();
    for (const row of rows) byKey.set(row.key, [...(byKey.get(row.key) ?? []), row]);
    return keys.map((wanted) => actorFrom(byKey.get(wanted) ?? []));
  }
}
