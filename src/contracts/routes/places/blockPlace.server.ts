import { BlockPlace } from '#contracts/places/places';
import { blockPlace } from '#contracts/routes/places/blockPlace';
import { served } from '#contracts/routes/served';

export const blockPlaceServed = served(blockPlace, {
  in: BlockPlace,
  right: 'offer:write',
});
