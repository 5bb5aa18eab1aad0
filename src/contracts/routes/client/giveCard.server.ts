import { GiveCard } from '#contracts/clientPage/client';
import { giveCard } from '#contracts/routes/client/giveCard';
import { served } from '#contracts/routes/served';

export const giveCardServed = served(giveCard, { in: GiveCard, right: 'link' });
