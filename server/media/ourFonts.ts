import { createHash } from 'node:crypto';
import { mkdirSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/**
 * Lets small pictures be drawn with the faces we ship, whatever the machine has. What draws text for `sharp` reads this
 * once, before its first letter; so it is called at the start.
 *
 * @param fontsRoot folder of TrueType files
 */
export function useOurFonts(fontsRoot: string): void {
  const folder = join(tmpdir(), `lippet-fonts-${createHash('sha256').update(fontsRoot).digest('hex').slice(0, 12)}`);
  mkdirSync(folder, { recursive: true });
  const file = join(folder, 'fonts.conf');
  const path = fontsRoot.replaceAll('&', '&amp;').replaceAll('<', '&lt;');
  writeFileSync(
    file,
    `<?xml version="1.0"?>\n<!DOCTYPE fontconfig SYSTEM "urn:fontconfig:fonts.dtd">\n<fontconfig>` +
      `<dir>${path}</dir><include ignore_missing="yes">/etc/fonts/fonts.conf</include>` +
      `<cachedir>${join(folder, 'cache')}</cachedir></fontconfig>\n`,
  );
  process.env.FONTCONFIG_FILE = file;
}
