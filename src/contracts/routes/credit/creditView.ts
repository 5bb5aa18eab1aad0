import type { CreditView } from '#contracts/credit/views';
import { view } from '#contracts/routes/route';

export const creditView = view<object, CreditView>('/api/credit');
