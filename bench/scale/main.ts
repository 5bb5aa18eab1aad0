import { scale } from './scale';

await scale();
process.exit(0);
