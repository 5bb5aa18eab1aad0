import { AskChange } from '#contracts/client';
import { askChange } from '#contracts/routes/client/askChange';
import { served } from '#contracts/routes/served';

export const askChangeServed = served(askChange, { in: AskChange, right: 'link' });
