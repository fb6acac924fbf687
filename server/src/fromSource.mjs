// A thread started from source: the loader of the thread that starts it does not reach into it by itself.
import { register } from 'tsx/esm/api';

register();
