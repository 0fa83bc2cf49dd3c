/** jsdom has no structuredClone, and Node's own makes byte arrays of another realm: copies what our stores keep. */
function copy(value) {
  if (value instanceof Uint8Array) return Uint8Array.from(value);
  if (Array.isArray(value)) return value.map(copy);
  if (value !== null && typeof value === 'object')
    return Object.fromEntries(Object.entries(value).map(([key, inner]) => [key, copy(inner)]));
  return value;
}

globalThis.structuredClone ??= copy;
