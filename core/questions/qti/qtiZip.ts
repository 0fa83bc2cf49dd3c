/** Packages of QTI as ZIP files. */
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { PACKAGE_LIMITS, type PackageFile } from './qtiPackage';

/** A file is no ZIP that can be read, in a sentence for people. */
export class PackError extends Error {
  override readonly name = 'PackError';
}

export const packed = (files: readonly PackageFile[]): Uint8Array =>
  zipSync(Object.fromEntries(files.map(({ path, text }) => [path, strToU8(text)])));

/**
 * The XML files of a ZIP. What would be too much is left in it; what it says of a size is all that is unpacked.
 * @throws PackError where it can't be read
 */
export function unpacked(bytes: Uint8Array): PackageFile[] {
  let size = 0;
  let count = 0;
  try {
    const files = unzipSync(bytes, {
      filter: ({ name, originalSize }) => {
        if (!/\.xml$/i.test(name)) return false;
        size += originalSize;
        count += 1;
        return size <= PACKAGE_LIMITS.bytes && count <= PACKAGE_LIMITS.files;
      },
    });
    return Object.entries(files).map(([path, data]) => ({ path, text: strFromU8(data) }));
  } catch (error) {
    throw new PackError('This package can’t be unpacked.', { cause: error });
  }
}
