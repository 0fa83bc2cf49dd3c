import { statfs } from 'node:fs/promises';

/** Below so many bytes the disk counts as full: the database and what is under way need some, too. */
export const DISK_RESERVE = 256 * 1024 * 1024;

/** Bytes that may still be written where a folder lies. */
export async function freeSpace(folder: string): Promise<number> {
  const { bavail, bsize } = await statfs(folder);
  return bavail * bsize;
}
