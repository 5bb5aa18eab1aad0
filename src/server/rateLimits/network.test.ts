import { networkOf, networksOf } from '#server/rateLimits/network';
import { expect } from 'chai';

describe('the networks that a caller is counted by', () => {
  const cases: [address: string, networks: string[]][] = [
    ['203.0.113.9', ['203.0.113.9']],
    ['::ffff:203.0.113.9', ['203.0.113.9']],
    ['2001:db8:1:2:3:4:5:6', ['2001:db8:1:2::/64', '2001:db8:1:0::/56', '2001:db8:1::/48']],
    ['2001:0db8:0001:ab02::6', ['2001:db8:1:ab02::/64', '2001:db8:1:ab00::/56', '2001:db8:1::/48']],
    ['2001:db8::6', ['2001:db8:0:0::/64', '2001:db8:0:0::/56', '2001:db8:0::/48']],
    ['::1', ['0:0:0:0::/64', '0:0:0:0::/56', '0:0:0::/48']],
    ['fe80::1%eth0', ['fe80:0:0:0::/64', 'fe80:0:0:0::/56', 'fe80:0:0::/48']],
    ['', ['']],
  ];
  for (const [address, networks] of cases)
    it(`${address || 'nothing'} → ${networks.join(', ') || 'nothing'}`, () =>
      expect(networksOf(address).map(({ name }) => name)).to.deep.equal(networks));

  it('a queue knows a household by one name', () => {
    expect(networkOf('2001:db8:1:ab02::6')).to.equal(networkOf('2001:db8:1:ab99::1'));
    expect(networkOf('2001:db8:1:ab02::6')).not.to.equal(networkOf('2001:db8:1:ac02::6'));
    expect(networkOf('203.0.113.9')).to.equal('203.0.113.9');
  });
});
