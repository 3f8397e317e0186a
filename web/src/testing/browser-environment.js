import { TestEnvironment as JsdomEnvironment } from 'jest-environment-jsdom';

/** jsdom with the few things of a browser that it lacks and the application uses. */
export default class BrowserEnvironment extends JsdomEnvironment {
  async setup() {
    await super.setup();
    const { window } = this.dom;
    Object.assign(this.global, {
      TextEncoder,
      TextDecoder,
      structuredClone,
      fetch,
      Response,
      Request,
      Headers,
    });
    this.global.ResizeObserver = class {
      observe() {}
      unobserve() {}
      disconnect() {}
    };
    window.Element.prototype.scrollIntoView = () => {};
    window.Element.prototype.hasPointerCapture = () => false;
    window.Element.prototype.setPointerCapture = () => {};
    window.Element.prototype.releasePointerCapture = () => {};
    window.matchMedia = () => ({ matches: false, addEventListener() {}, removeEventListener() {} });
  }
}
