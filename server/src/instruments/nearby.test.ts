import { describe, expect, it } from '@jest/globals';
import { isNearby, nearbyAddress } from './nearby';

describe('addresses that a meter may have', () => {
  it.each([
    ['127.0.0.1', true],
    ['10.255.0.3', true],
    ['172.16.0.1', true],
    ['172.31.255.255', true],
    ['172.32.0.1', false],
    ['192.168.7.20', true],
    ['192.169.0.1', false],
    // Link-local: where machines of a data centre hand out their secrets.
    ['169.254.169.254', false],
    ['fe80::1', false],
    ['::1', true],
    ['fd12:3456::1', true],
    ['2001:db8::1', false],
    ['::ffff:192.168.1.1', true],
    ['::ffff:8.8.8.8', false],
    ['0.0.0.0', false],
    ['8.8.8.8', false],
    ['not an address', false],
  ])('%s: %s (RFC 1918, RFC 3927, RFC 4193)', (address, nearby) => {
    expect(isNearby(address)).toBe(nearby);
  });
});

describe('what was typed', () => {
  const finds = (address: string) => () => Promise.resolve(address);
  const never = (): Promise<string> => Promise.reject(new Error('looked up'));
  it('an address is used as it is, and never looked up', async () => {
    expect(await nearbyAddress('192.168.1.5', never)).toBe('192.168.1.5');
    expect(await nearbyAddress('169.254.169.254', never)).toBeNull();
  });
  it('a local name is looked up once; the address found is the one that is called', async () => {
    expect(await nearbyAddress('meter.local', finds('10.0.0.7'))).toBe('10.0.0.7');
    expect(await nearbyAddress('meter', finds('127.0.0.1'))).toBe('127.0.0.1');
    expect(await nearbyAddress('meter', finds('169.254.1.1'))).toBeNull();
    expect(await nearbyAddress('meter', never)).toBeNull();
  });
  it.each(['meter.example.com', 'a b', '-x@y', '2130706433.example', 'http://127.0.0.1'])(
    'a name from outside is not looked up: %s',
    async (host) => {
      expect(await nearbyAddress(host, finds('127.0.0.1'))).toBeNull();
    },
  );
});
