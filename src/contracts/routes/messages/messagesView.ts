import type { MessagesView } from '#contracts/messageViews';
import { view } from '#contracts/routes/route';

export const messagesView = view<object, MessagesView>('/api/messages');
