/** Testing Library waits for a second; a busy machine is slow, and only a failure waits as long as this. */
import { configure } from '@testing-library/react/dist/index.js';

configure({ asyncUtilTimeout: 60_000 });
export * from '@testing-library/react/dist/index.js';
