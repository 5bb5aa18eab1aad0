import { SaveSafety, StopBooking } from '#contracts/auth/auth';
import { served, sizes } from '#contracts/routes/served';
import {
  beginOffer,
  beginView,
  cleanBooks,
  saveBegun,
  saveBusiness,
  savePage,
  saveSafety,
  saveStyle,
  saveTold,
  shell,
  stopBooking,
  testAccount,
  triedCopy,
} from '#contracts/routes/settings';
import { BeginOffer, CleanBooks, SaveBegun } from '#contracts/settings/begin';
import { SaveBusiness, SavePage, SaveStyle, SaveTold } from '#contracts/settings/business';
import { z } from 'zod';

export const beginOfferServed = served(beginOffer, {
  in: BeginOffer,
  right: 'offer:write',
  limits: { bytes: sizes.document },
});

export const beginViewServed = served(beginView, { in: z.object({}), right: 'business:write' });

export const cleanBooksServed = served(cleanBooks, { in: CleanBooks, right: 'business:write' });

export const saveBegunServed = served(saveBegun, { in: SaveBegun, right: 'business:write' });

export const saveBusinessServed = served(saveBusiness, {
  in: SaveBusiness,
  right: 'business:write',
  limits: { bytes: sizes.document },
});

export const savePageServed = served(savePage, { in: SavePage, right: 'business:write' });

export const saveSafetyServed = served(saveSafety, {
  in: SaveSafety,
  right: 'business:write',
});

export const saveStyleServed = served(saveStyle, { in: SaveStyle, right: 'business:write' });

export const saveToldServed = served(saveTold, { in: SaveTold, right: 'business:write' });

export const shellServed = served(shell, { in: z.object({}), right: 'business:see' });

export const stopBookingServed = served(stopBooking, {
  in: StopBooking,
  right: 'business:write',
});

export const testAccountServed = served(testAccount, { in: z.strictObject({}), right: 'accounts:connect' });

export const triedCopyServed = served(triedCopy, { in: z.object({}), right: 'business:write' });
