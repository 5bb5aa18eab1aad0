import { CountTill } from '#contracts/books';
import { countTill } from '#contracts/routes/books/countTill';
import { served } from '#contracts/routes/served';

export const countTillServed = served(countTill, { in: CountTill, right: 'money:take' });
