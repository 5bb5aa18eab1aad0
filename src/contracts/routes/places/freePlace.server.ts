import { FreePlace } from '#contracts/places';
import { freePlace } from '#contracts/routes/places/freePlace';
import { served } from '#contracts/routes/served';

export const freePlaceServed = served(freePlace, { in: FreePlace, right: 'offer:write' });
