import { writeFileSync } from 'node:fs';
import path from 'node:path';

/** Told by Vitest of each test: keeps the names of those that passed at the second try only. Written to the file that `KAVRELL_SECOND_TRIES` names. */
export default class SecondTries {
  names = [];
  onTestCaseResult(test) {
    if (test.diagnostic()?.flaky)
      this.names.push(`${path.relative(process.cwd(), test.module.moduleId)}: ${test.fullName.replaceAll(' > ', ' ')}`);
  }
  onTestRunEnd() {
    writeFileSync(process.env.KAVRELL_SECOND_TRIES, JSON.stringify(this.names));
  }
}
