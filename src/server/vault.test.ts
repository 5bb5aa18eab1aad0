import { isSealed, openVault } from '#server/vault';
import { expect } from 'chai';

const first = 'the first secret of an installation';
const second = 'the second secret of an installation';

describe('the vault', () => {
  it('gives back what was sealed, and never seals alike', () => {
    const vault = openVault([first]);
    const sealed = [vault.seal('an access', 'account 1'), vault.seal('an access', 'account 1')];
    expect(sealed[0]).to.not.equal(sealed[1]);
    for (const each of sealed) {
      expect(each).to.not.include('an access');
      expect(isSealed(each)).to.equal(true);
      expect(vault.open(each, 'account 1')).to.equal('an access');
    }
  });
  it('opens nothing in another place, changed, or under another secret', () => {
    const vault = openVault([first]);
    const sealed = vault.seal('an access', 'account 1');
    expect(() => vault.open(sealed, 'account 2')).to.throw();
    const [id, iv, text] = sealed.split('.') as [string, string, string];
    const changed = `${id}.${iv}.${text[0] === 'A' ? 'B' : 'A'}${text.slice(1)}`;
    expect(() => vault.open(changed, 'account 1')).to.throw();
    expect(() => openVault([second]).open(sealed, 'account 1')).to.throw(/not known here/);
  });
  it('opens with a former secret what is not sealed anew yet', () => {
    const sealed = openVault([first]).seal('an access', 'account 1');
    const vault = openVault([second, first]);
    expect(vault.open(sealed, 'account 1')).to.equal('an access');
    expect(vault.isCurrent(sealed)).to.equal(false);
    expect(vault.isCurrent(vault.seal('an access', 'account 1'))).to.equal(true);
  });
  for (const plain of ['', 'acc-1234', 'k12345678.short.x'])
    it(`tells ${plain || 'nothing'} from what is sealed`, () => expect(isSealed(plain)).to.equal(false));
});
