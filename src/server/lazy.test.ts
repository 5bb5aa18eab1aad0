import { lazy } from '#server/lazy';
import { expect } from 'chai';

describe('what is loaded once it is wanted', () => {
  it('is loaded by the first who wants it, for all who do', async () => {
    let loads = 0;
    const wanted = lazy(() => Promise.resolve(++loads));
    expect(loads).to.equal(0);
    expect(await Promise.all([wanted(), wanted()])).to.deep.equal([1, 1]);
    expect(await wanted()).to.equal(1);
  });

  it('fails those who waited for it, and is tried again', async () => {
    const answers = [Promise.reject(new Error('not there')), Promise.resolve('there')];
    const wanted = lazy(() => answers.shift()!);
    const both = await Promise.allSettled([wanted(), wanted()]);
    expect(both.map(({ status }) => status)).to.deep.equal(['rejected', 'rejected']);
    expect(await wanted()).to.equal('there');
  });
});
