// npm run demo: installs, builds and starts Hushto with the Port Alder briefs.
import { ensureBuilt, ensureInstalled } from './lib.mjs';
import { serve } from './start.mjs';

console.log('Hushto demo: installing what is missing, building, then starting with the Port Alder briefs.');
ensureInstalled();
ensureBuilt();
serve({ ...process.env, HUSHTO_DEMO: '1' });
