import { AskPayer } from '#contracts/clientPage/client';
import { askPayer } from '#contracts/routes/client/askPayer';
import { served } from '#contracts/routes/served';

export const askPayerServed = served(askPayer, { in: AskPayer, right: 'link' });
