import { openInstallation } from '#cli/onDatabase';
import { signsIn } from '#cli/signsIn';
import { wrong } from '#cli/wrong';
import { ConfigError, readConfig } from '#server/config';
import { signInLink } from '#server/auth/doorToken';
import { forgetFormer, installationSecret, renewSecret, secretFor, urlKey } from '#server/secrets';

/** What only somebody on the machine may do: the installation's secret is all that is needed. @returns the exit status */
export async function runOnMachine(command: 'sign-in-link' | 'new-secret', args: readonly string[]): Promise<number> {
  try {
    const config = readConfig(process.env);
    if (command === 'sign-in-link') {
      const [email, ...more] = args;
      if (!email?.includes('@') || more.length > 0)
        return wrong('invalid_usage', 'sign-in-link takes one e-mail address', 'email');
      const secret = installationSecret(config.secret, config.directory);
      const keyOf = (purpose: string, subject: string) => urlKey(secretFor(secret, `${purpose} ${subject}`));
      const known = await signsIn(config, { keyOf }, email);
      if (known === false) return wrong('nobody', `nobody signs in with ${email}`, 'email');
      if (known === null)
        console.error(
          'Could not check that somebody signs in with this address: set PORT and HOST as the server has them.',
        );
      console.log(signInLink({ keyOf, baseUrl: config.baseUrl }, email));
      return 0;
    }
    if (config.secret !== undefined)
      return wrong(
        'secret_given',
        'where OSTENDO_SECRET is set, start once with the new one, and the old one as OSTENDO_FORMER_SECRET',
        'OSTENDO_SECRET',
      );
    // The directory must be free before anything is changed in it.
    const before = await openInstallation();
    if (typeof before === 'number') return before;
    await before.close();
    // Opening it has sealed everything under the secret of now, also after a change that broke off.
    forgetFormer(config.directory);
    renewSecret(config.directory);
    const after = await openInstallation();
    if (typeof after === 'number') return after;
    await after.close();
    forgetFormer(config.directory);
    console.error('There is a new secret. Whoever was signed in signs in again; links that clients have stay good.');
    return 0;
  } catch (error) {
    if (error instanceof ConfigError) return wrong('invalid_settings', error.message);
    throw error;
  }
}
