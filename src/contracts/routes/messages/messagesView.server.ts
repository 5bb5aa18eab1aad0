import { messagesView } from '#contracts/routes/messages/messagesView';
import { served } from '#contracts/routes/served';
import { z } from 'zod';

export const messagesViewServed = served(messagesView, { in: z.object({}), right: 'messages:write' });
