import { networkOf } from '#server/guard/network';
import { expect } from 'chai';

describe('the network that a caller is counted by', () => {
  const cases: [address: string, network: string][] = [
    ['203.0.113.9', '203.0.113.9'],
    ['::ffff:203.0.113.9', '203.0.113.9'],
    ['2001:db8:1:2:3:4:5:6', '2001:db8:1:2::/64'],
    ['2001:0db8:0001:0002::6', '2001:db8:1:2::/64'],
    ['2001:db8::6', '2001:db8:0:0::/64'],
    ['::1', '0:0:0:0::/64'],
    ['fe80::1%eth0', 'fe80:0:0:0::/64'],
    ['', ''],
  ];
  for (const [address, network] of cases)
    it(`${address || 'nothing'} → ${network || 'nothing'}`, () => expect(networkOf(address)).to.equal(network));
});
