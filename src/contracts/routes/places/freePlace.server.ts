import { FreePlace } from '#contracts/places/places';
import { freePlace } from '#contracts/routes/places/freePlace';
import { served } from '#contracts/routes/served';

export const freePlaceServed = served(freePlace, { in: FreePlace, right: 'offer:write' });
