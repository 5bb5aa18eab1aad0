import type { RequestPageView } from '#contracts/credit/views';
import { view } from '#contracts/routes/route';

export const requestView = view<{ readonly link: string }, RequestPageView>('/api/client/request/:link');
