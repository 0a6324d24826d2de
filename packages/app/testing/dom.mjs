import { TestEnvironment } from 'jest-environment-jsdom';

/** A page for tests of components: what the made-up browser lacks is Node's own, or does nothing. */
export default class DomEnvironment extends TestEnvironment {
  async setup() {
    await super.setup();
    const nothing = () => undefined;
    Object.assign(this.global, {
      TextEncoder,
      TextDecoder,
      structuredClone,
      Uint8Array,
      matchMedia: () => ({ matches: false, addEventListener: nothing, removeEventListener: nothing }),
      ResizeObserver: class {
        observe() {}
        unobserve() {}
        disconnect() {}
      },
    });
    const { FileReader } = this.global;
    this.global.Blob.prototype.text = function text() {
      return new Promise((resolve, reject) => {
        const reader = new FileReader();
        reader.onload = () => resolve(reader.result);
        reader.onerror = () => reject(reader.error);
        reader.readAsText(this);
      });
    };
    // Pictures are not drawn.
    this.global.HTMLCanvasElement.prototype.getContext = () => null;
  }
}
