/**
 * Ends a line, and tells nothing. Hocuspocus prints whatever a hook throws, all of it, and a fault of the database holds
 * the statement with its values: what a child drew or wrote.
 */
export class LineFault extends Error {
  override readonly name = 'LineFault';
}
