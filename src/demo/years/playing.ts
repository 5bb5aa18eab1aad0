import { play, type Playing } from '#demo/years/play';
import { parentPort, workerData } from 'node:worker_threads';

for await (const played of play(workerData as Playing)) parentPort!.postMessage(played);
