import type { IncomingMessage } from 'node:http';
import type { TLSSocket } from 'node:tls';
import ipaddr from 'ipaddr.js';
import proxyaddr from 'proxy-addr';

/** What is known of whoever asks. */
export interface Client {
  /** Whose tries are counted together: an IPv4 address, or the network of an IPv6 one. */
  address: string;
  /** The line from the browser is encrypted. */
  tls: boolean;
  /** Whether cookies may only travel over TLS: everywhere but on the machine itself. */
  secureCookies: boolean;
}

/** Somebody on the machine itself. */
export const onThisMachine = (address = '127.0.0.1'): Client => ({ address, tls: false, secureCookies: false });

/** A household or a school is given a network of 64 bits of IPv6, four parts, and may use any address in it. */
const NETWORK_PARTS = 4;

/** An address as tries are counted by; what is no address stays as it is. */
export function networkOf(address: string): string {
  if (!ipaddr.isValid(address)) return address;
  const parsed = ipaddr.process(address);
  if (parsed instanceof ipaddr.IPv4) return parsed.toString();
  return new ipaddr.IPv6(parsed.parts.map((part, i) => (i < NETWORK_PARTS ? part : 0))).toString();
}

const LOOPBACK_NAMES = /^(?:localhost|127(?:\.\d+){3}|\[::1\])(?::\d+)?$/i;

/**
 * @param trustedProxies addresses, or networks in CIDR notation, of proxies of one's own: what others say of where a
 * request comes from is not believed
 * @throws TypeError where one of them is no address
 */
export function clientReader(trustedProxies: readonly string[]): (request: IncomingMessage) => Client {
  const trust = proxyaddr.compile([...trustedProxies]);
  return (request) => {
    const { socket, headers } = request;
    const byProxy = socket.remoteAddress !== undefined && trust(socket.remoteAddress, 0);
    const told = byProxy
      ? String(headers['x-forwarded-proto'] ?? '')
          .split(',')[0]!
          .trim()
      : '';
    const tls = told === 'https' || (socket as TLSSocket).encrypted === true;
    return {
      address: networkOf(proxyaddr(request, trust) ?? 'unknown'),
      tls,
      secureCookies: tls || !LOOPBACK_NAMES.test(headers.host ?? ''),
    };
  };
}
