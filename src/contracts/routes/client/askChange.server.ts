import { AskChange } from '#contracts/clientPage/client';
import { askChange } from '#contracts/routes/client/askChange';
import { served } from '#contracts/routes/served';

export const askChangeServed = served(askChange, { in: AskChange, right: 'link' });
