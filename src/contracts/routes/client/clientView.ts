import type { ClientView } from '#contracts/clientPage/views';
import { view } from '#contracts/routes/route';

export const clientView = view<{ readonly link: string }, ClientView>('/api/client/view/:link');
