import { DropFailure, RetryFailure } from '#contracts/failures/failures';
import { dropFailure, failuresView, retryFailure } from '#contracts/routes/failures';
import { served } from '#contracts/routes/served';
import { z } from 'zod';

export const dropFailureServed = served(dropFailure, { in: DropFailure, right: 'business:write' });

export const failuresViewServed = served(failuresView, { in: z.object({}), right: 'bookings:see' });

export const retryFailureServed = served(retryFailure, { in: RetryFailure, right: 'business:write' });
