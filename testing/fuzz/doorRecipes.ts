import { signInLink, signsInToken } from '#server/auth/doorToken';
import { secretFor, urlKey } from '#server/secrets';
import { demoSignIn } from '#server/seed/demoSignIn';
import { asRows, type House, type Row } from './house';
import { fuzzedSecret } from './installed';
import type { Recipe, Recipes } from './recipes';
import { signedIn } from './visitor';

const give = (over: Row): { over: Row } => ({ over });
const { email, password } = demoSignIn;

const keyOf = (purpose: string, subject: string): string => urlKey(secretFor(fuzzedSecret, `${purpose} ${subject}`));

/** A link that lets in once, as the command line makes one. */
const entering: Recipe = async ({ me }) => {
  return give({ token: signInLink({ keyOf, baseUrl: me.address }, email).split('#')[1] });
};

async function confirmed(house: House): Promise<void> {
  house.me.take(await house.me.post('/api/door/confirm-second-factor', { code: await house.begunFactor() }));
}

export const doorRecipes: Recipes = {
  '/api/door/change-password': async () => give({ current: password, password }),
  '/api/door/prove': async (house) => {
    await house.noFactor();
    return { whole: { password } };
  },
  '/api/door/begin-second-factor': async (house) => {
    await house.noFactor();
    await house.prove();
    return give({ password });
  },
  '/api/door/confirm-second-factor': async (house) => give({ code: await house.begunFactor() }),
  '/api/door/end-second-factor': async (house) => {
    await confirmed(house);
    await house.prove();
    return give({ password });
  },
  '/api/door/end-session': async (house) => {
    await house.noFactor();
    await signedIn(house.me.address);
    const { sessions } = await house.read('/api/door');
    return give({ id: asRows(sessions).find(({ here }) => here === false)?.id });
  },
  '/api/door/enter': entering,
  '/api/door/signs-in': async () => give({ token: signsInToken({ keyOf }, email) }),
  '/api/door/forgot': async () => give({ email }),
  '/api/door/new-password': async (house) => {
    await house.stranger.post('/api/door/forgot', { email });
    return give({ token: await house.letterWith(email, /new-password[^#\s]*#([\w.~-]{80,})/), password });
  },
};
