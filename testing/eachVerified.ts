import { verify } from '#server/verify/verify';
import { expect } from 'chai';
import { type Installation, installation } from './installation';

/** An installation of its own for each test; after it, everything that is derived is what the facts say. */
export function eachVerified(use: (app: Installation) => void): void {
  let app: Installation;
  beforeEach(async () => {
    app = await installation();
    use(app);
  });
  afterEach(async () => {
    await app.settle();
    expect(await verify(app.deps)).to.deep.equal([]);
    await app.close();
  });
}
