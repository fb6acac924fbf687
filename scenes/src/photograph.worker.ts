import { workerData } from 'node:worker_threads';
import { work, type Task } from './photograph.ts';

work(workerData as Task);
