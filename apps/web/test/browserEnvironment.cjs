const { TestEnvironment } = require('jest-environment-jsdom');

/** jsdom, with the parts of Node that it hides given back. */
module.exports = class extends TestEnvironment {
  async setup() {
    await super.setup();
    for (const name of [
      'fetch',
      'Request',
      'Response',
      'Headers',
      'AbortSignal',
      'AbortController',
      'TextEncoder',
      'TextDecoder',
      'structuredClone',
      'ReadableStream',
      'TextDecoderStream',
    ]) {
      this.global[name] = globalThis[name];
    }
  }
};
