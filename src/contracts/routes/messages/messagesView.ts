import type { MessagesView } from '#contracts/messages/views';
import { view } from '#contracts/routes/route';

export const messagesView = view<object, MessagesView>('/api/messages');
