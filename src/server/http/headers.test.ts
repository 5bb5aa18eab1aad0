import { contentPolicy } from '#server/http/headers';
import { expect } from 'chai';

describe('the policy of a page', () => {
  const frames = (policy: string): string | undefined => /frame-src ([^;]*)/.exec(policy)?.[1];
  it('frames only our own where no processor brings another', () =>
    expect(frames(contentPolicy('', '/pay/x'))).to.equal("'self'"));
  it('lets a processor’s frame in, also where the policy is put on once more', () => {
    const first = contentPolicy('', '/pay/x', ['https://frames.example.com']);
    expect(frames(first)).to.equal("'self' https://frames.example.com");
    expect(frames(contentPolicy(first, '/pay/x'))).to.equal("'self' https://frames.example.com");
  });
  it('takes nothing but secure addresses for one', () =>
    expect(
      frames(contentPolicy("frame-src * data: 'unsafe-inline'", '/pay/x', ['http://frames.example.com'])),
    ).to.equal("'self'"));
});
