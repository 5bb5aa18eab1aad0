import { SaveWays } from '#contracts/ways';
import { provenEndpoint } from '#server/http/proof';

/** Where transfers go is not changed by whoever finds a screen open. */
export const POST = provenEndpoint(
  SaveWays,
  ({ app }) => app.saveWays,
  async ({ app }, { transferTo }) => (await app.queries.transferTo()) !== transferTo,
);
