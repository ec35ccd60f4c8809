import { writeFileSync } from 'node:fs';

/**
 * Keeps in one file which test files were begun and not ended: what a run that never ends was doing.
 * @public a reporter, named in the settings of Jest
 */
export default class UnitProgress {
  #running = new Map();

  #keep() {
    const file = process.env.SABLE_UNIT_PROGRESS;
    if (file) writeFileSync(file, JSON.stringify([...this.#running].map(([name, since]) => ({ name, since }))));
  }

  onTestFileStart(test) {
    this.#running.set(test.path, Date.now());
    this.#keep();
  }

  onTestFileResult(test) {
    this.#running.delete(test.path);
    this.#keep();
  }
}
