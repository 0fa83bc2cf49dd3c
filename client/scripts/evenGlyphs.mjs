/** The tables of a TrueType file (OpenType 1.9, "Organization of an OpenType font") that say where its shapes are. */

const PADDED_TO = 4;
const padded = (/** @type {number} */ length) => Math.ceil(length / PADDED_TO) * PADDED_TO;

/** The sum of a table's 32-bit numbers. @param {Buffer} table */
function checksum(table) {
  let sum = 0;
  for (let offset = 0; offset < table.length; offset += 4) sum = (sum + table.readUInt32BE(offset)) >>> 0;
  return sum;
}

/** @param {Buffer} bytes @param {number} length */
const grown = (bytes, length) => Buffer.concat([bytes, Buffer.alloc(length - bytes.length)]);

/**
 * The same font with every shape beginning at a multiple of four. Where they begin at odd places, which is allowed, the
 * subsets that pdf-lib makes have shapes missing: it halves the places.
 *
 * @param {Buffer} font a TrueType file
 * @returns {Buffer}
 */
export function evenGlyphs(font) {
  const count = font.readUInt16BE(4);
  /** @type {Map<string, Buffer>} */
  const tables = new Map();
  for (let i = 0; i < count; i++) {
    const entry = 12 + 16 * i;
    const [from, length] = [font.readUInt32BE(entry + 8), font.readUInt32BE(entry + 12)];
    tables.set(font.toString('latin1', entry, entry + 4), Buffer.from(font.subarray(from, from + length)));
  }
  const [head, loca, glyf, maxp] = ['head', 'loca', 'glyf', 'maxp'].map((tag) => {
    const table = tables.get(tag);
    if (!table) throw new TypeError(`The font has no table “${tag}”: it is not TrueType.`);
    return table;
  });
  const long = head.readUInt16BE(50) === 1;
  const shapes = maxp.readUInt16BE(4);
  const place = (/** @type {number} */ i) => (long ? loca.readUInt32BE(4 * i) : 2 * loca.readUInt16BE(2 * i));
  const places = Buffer.alloc(4 * (shapes + 1));
  /** @type {Buffer[]} */
  const parts = [];
  let begins = 0;
  for (let i = 0; i < shapes; i++) {
    const shape = glyf.subarray(place(i), place(i + 1));
    places.writeUInt32BE(begins, 4 * i);
    parts.push(grown(shape, padded(shape.length)));
    begins += padded(shape.length);
  }
  places.writeUInt32BE(begins, 4 * shapes);
  head.writeUInt16BE(1, 50);
  head.writeUInt32BE(0, 8);
  tables.set('loca', places);
  tables.set('glyf', Buffer.concat(parts));

  const directory = Buffer.alloc(12 + 16 * count);
  font.copy(directory, 0, 0, 12);
  let offset = directory.length;
  let headAt = 0;
  const bodies = [...tables]
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([tag, table], i) => {
      const body = grown(table, padded(table.length));
      const entry = 12 + 16 * i;
      directory.write(tag, entry, 'latin1');
      directory.writeUInt32BE(checksum(body), entry + 4);
      directory.writeUInt32BE(offset, entry + 8);
      directory.writeUInt32BE(table.length, entry + 12);
      if (tag === 'head') headAt = offset;
      offset += body.length;
      return body;
    });
  const whole = Buffer.concat([directory, ...bodies]);
  whole.writeUInt32BE((0xb1b0afba - checksum(whole)) >>> 0, headAt + 8);
  return whole;
}
