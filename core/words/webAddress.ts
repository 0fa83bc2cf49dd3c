const SCHEME = /^[a-z][a-z\d+.-]*:/i;
const DOUBLED = /^https:\/\/(?=[a-z][a-z\d+.-]*:\/\/)/i;
/** A name of a machine with at least one dot in it, perhaps a port, and what follows. */
const HOST = /^[\p{L}\p{N}-]+(\.[\p{L}\p{N}-]+)+(:\d+)?([/?#]\S*)?$/u;

/** An address as it was meant: "fennick.example/tides" begins with https://, and one that was pasted behind that has it once. */
export function completedAddress(typed: string): string {
  const address = typed.trim().replace(DOUBLED, '');
  return !SCHEME.test(address.replace(/:\d+/, '')) && HOST.test(address) ? `https://${address}` : address;
}
