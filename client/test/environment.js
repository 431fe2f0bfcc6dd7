const { TestEnvironment } = require('jest-environment-jsdom');

/** jsdom with the parts of the web that it leaves out and Node has. */
module.exports = class extends TestEnvironment {
  async setup() {
    await super.setup();
    // Addresses in the app are relative to its page.
    this.global.Request = class extends Request {
      constructor(input, init) {
        super(typeof input === 'string' ? new URL(input, 'http://localhost') : input, init);
      }
    };
    Object.assign(this.global, { fetch, Response, Headers, setImmediate, TextEncoder, TextDecoder });
    const { Blob: JsdomBlob, FileReader } = this.global;
    JsdomBlob.prototype.arrayBuffer ??= function arrayBuffer() {
      return new Promise((resolve, reject) => {
        const reader = new FileReader();
        reader.onload = () => resolve(reader.result);
        reader.onerror = () => reject(reader.error);
        reader.readAsArrayBuffer(this);
      });
    };
    // The fake IndexedDB only needs values to be passed on; Node cannot clone jsdom's files.
    this.global.structuredClone = (value) => value;
  }
};
