import { CountTill } from '#contracts/books/books';
import { countTill } from '#contracts/routes/books/countTill';
import { served } from '#contracts/routes/served';

export const countTillServed = served(countTill, { in: CountTill, right: 'money:take' });
