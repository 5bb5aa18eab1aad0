import { SavePlace } from '#contracts/places/places';
import { savePlace } from '#contracts/routes/places/savePlace';
import { served } from '#contracts/routes/served';

export const savePlaceServed = served(savePlace, { in: SavePlace, right: 'offer:write' });
