import { UseCard } from '#contracts/clientPage/client';
import { useCard } from '#contracts/routes/client/useCard';
import { served } from '#contracts/routes/served';

export const useCardServed = served(useCard, { in: UseCard, right: 'client' });
