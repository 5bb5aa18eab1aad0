import { recallMessage } from '#contracts/routes/messages/recallMessage';
import { served } from '#contracts/routes/served';
import { RecallMessage } from '#contracts/messages/wordings';

export const recallMessageServed = served(recallMessage, { in: RecallMessage, right: 'messages:write' });
