const { TestEnvironment } = require("jest-environment-jsdom");

/** A page for tests below the browser, with what every browser has and jsdom has not. */
module.exports = class Page extends TestEnvironment {
  async setup() {
    await super.setup();
    this.global.structuredClone = structuredClone;
  }
};
