import { TestEnvironment } from 'jest-environment-jsdom';

/** jsdom with the few standard globals that it lacks and the application uses. */
export default class extends TestEnvironment {
  async setup() {
    await super.setup();
    Object.assign(this.global, { TextEncoder, TextDecoder, structuredClone });
  }
}
