import { AcceptQuote, ChooseOnQuote, SignQuote, WriteOnQuote } from '#contracts/quotes/quotes';
import { acceptQuote, chooseOnQuote, offerView, signQuote, writeOnQuote } from '#contracts/routes/quotePage';
import { served, sizes } from '#contracts/routes/served';
import { z } from 'zod';

export const acceptQuoteServed = served(acceptQuote, {
  in: AcceptQuote,
  right: 'anybody',
  limits: { bytes: sizes.drawing },
});

export const chooseOnQuoteServed = served(chooseOnQuote, { in: ChooseOnQuote, right: 'anybody' });

export const offerViewServed = served(offerView, { in: z.object({ link: z.string().max(100) }), right: 'anybody' });

export const signQuoteServed = served(signQuote, { in: SignQuote, right: 'anybody', limits: { bytes: sizes.drawing } });

export const writeOnQuoteServed = served(writeOnQuote, { in: WriteOnQuote, right: 'anybody' });
