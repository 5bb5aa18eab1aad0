import { AddDate } from '#contracts/places/places';
import { addDate } from '#contracts/routes/places/addDate';
import { served } from '#contracts/routes/served';

export const addDateServed = served(addDate, { in: AddDate, right: 'offer:write' });
