import type { Role } from '@lippet/core/contract/signIn';

/** Who asks: a signed-in person and the groups they belong to. */
export interface Actor {
  personId: string;
  sessionId: string;
  role: Role;
  /** Ids of the groups they learn in, and of those they teach. */
  learnsIn: ReadonlySet<string>;
  teaches: ReadonlySet<string>;
  /** Ids of the children whom they see from home. */
  watches: ReadonlySet<string>;
  /** Ids of the groups with whose teachers they talk of them. */
  homeIn: ReadonlySet<string>;
}
