import { tryThrough } from '#contracts/routes/through/tryThrough';
import { served } from '#contracts/routes/served';
import { TryThrough } from '#contracts/failures/failures';

export const tryThroughServed = served(tryThrough, { in: TryThrough, right: 'business:write' });
