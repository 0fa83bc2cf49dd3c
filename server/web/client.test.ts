import type { IncomingMessage } from 'node:http';
import { clientReader, networkOf } from './client';

const request = (remoteAddress: string, headers: Record<string, string> = {}): IncomingMessage =>
  ({ socket: { remoteAddress }, headers: { host: 'school.example', ...headers } }) as unknown as IncomingMessage;

describe('where a request comes from', () => {
  it('is its line, whatever it says of itself', () => {
    const read = clientReader([]);
    expect(read(request('203.0.113.9', { 'x-forwarded-for': '198.51.100.1' })).address).toBe('203.0.113.9');
    expect(read(request('203.0.113.9', { 'x-forwarded-proto': 'https' })).tls).toBe(false);
  });

  it('is what a proxy of one’s own says, as far as it has seen it', () => {
    const read = clientReader(['10.0.0.0/8', '127.0.0.1']);
    const forwarded = { 'x-forwarded-for': '192.0.2.77, 198.51.100.1, 10.1.2.3', 'x-forwarded-proto': 'https' };
    expect(read(request('127.0.0.1', forwarded))).toEqual({
      address: '198.51.100.1',
      tls: true,
      secureCookies: true,
    });
  });

  it('is a whole network of IPv6, and one address of IPv4 however it is written', () => {
    expect(networkOf('2001:db8:1:2:aaaa::1')).toBe(networkOf('2001:db8:1:2:bbbb::2'));
    expect(networkOf('2001:db8:1:3::1')).not.toBe(networkOf('2001:db8:1:2::1'));
    expect(networkOf('::ffff:192.0.2.1')).toBe('192.0.2.1');
    expect(networkOf('unknown')).toBe('unknown');
  });

  it('makes cookies travel over TLS only, but on the machine itself', () => {
    const read = clientReader([]);
    const secure = (host: string): boolean => read(request('127.0.0.1', { host })).secureCookies;
    expect([secure('localhost:4780'), secure('127.0.0.1:4780'), secure('[::1]:4780')]).toEqual([false, false, false]);
    expect([secure('school.example'), secure('localhost.school.example'), secure('192.168.1.4:4780')]).toEqual([
      true,
      true,
      true,
    ]);
  });

  it('can’t be read through a proxy that is no address', () => {
    expect(() => clientReader(['our proxy'])).toThrow(TypeError);
  });
});
