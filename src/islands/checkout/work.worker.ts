import { solveChallenge } from 'altcha-lib';
import { deriveKey } from 'altcha-lib/algorithms/web/pbkdf2';
import type { Challenge } from 'altcha-lib/types';

/** Works out a challenge and answers with what the server checks; null where it could not within its time. */
onmessage = ({ data: challenge }: MessageEvent<Challenge>): void => {
  void solveChallenge({ challenge, deriveKey, timeout: 60_000 })
    .catch(() => null)
    .then((solution) => postMessage(solution && JSON.stringify({ challenge, solution })));
};
