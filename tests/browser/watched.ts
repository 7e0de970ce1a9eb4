/** Set up for each file: its tests leave no pages behind, and none of theirs may have been in trouble. */
import { relative } from 'node:path';
import { afterEach, beforeEach, expect } from 'vitest';
import { ROOT } from '../../launcher/paths.ts';
import { beginPages, endPages, keepEvidence } from './pages.ts';

interface Named {
  name: string;
  suite?: Named | undefined;
}

/** Name of a test with those of the groups that it is in, as the report of a run has it. */
function fullNameOf(task: Named): string {
  const names: string[] = [];
  for (let one: Named | undefined = task; one; one = one.suite) names.unshift(one.name);
  return names.join(' ').trim();
}

beforeEach(beginPages);

afterEach(async ({ task }) => {
  if (task.result?.state === 'fail') await keepEvidence(relative(ROOT, task.file.filepath), fullNameOf(task));
  expect(await endPages()).toEqual([]);
});
