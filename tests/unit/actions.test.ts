import { describe, expect, it } from 'vitest';
import { isKey } from '../../src/ui/report/actions.ts';
import { FIGURE_ACTIONS } from '../../src/ui/report/figure-keys.ts';
import { KEYS } from '../../src/ui/report/keys.ts';
import { REPORT_ACTIONS } from '../../src/ui/report/report-keys.ts';

const press = (key: string, held: Partial<Record<'ctrlKey' | 'metaKey' | 'altKey' | 'shiftKey', boolean>> = {}) =>
  ({ key, ctrlKey: false, metaKey: false, altKey: false, shiftKey: false, ...held }) as KeyboardEvent;

describe('actions', () => {
  it('know their keys', () => {
    expect(isKey('Ctrl Z', press('z', { ctrlKey: true }))).toBe(true);
    expect(isKey('Ctrl Z', press('Z', { metaKey: true }))).toBe(true);
    expect(isKey('Ctrl Z', press('Z', { ctrlKey: true, shiftKey: true }))).toBe(false);
    expect(isKey('Ctrl Shift Z', press('Z', { ctrlKey: true, shiftKey: true }))).toBe(true);
    expect(isKey('J', press('j'))).toBe(true);
    expect(isKey('J', press('J', { shiftKey: true }))).toBe(false);
    expect(isKey('J', press('j', { ctrlKey: true }))).toBe(false);
    expect(isKey('Alt ↓', press('ArrowDown', { altKey: true }))).toBe(true);
    // Signs are typed with whatever a keyboard needs for them.
    expect(isKey('?', press('?', { shiftKey: true }))).toBe(true);
    expect(isKey('[', press('['))).toBe(true);
  });

  it('have one key each in a view, and every key is in the list', () => {
    for (const actions of [FIGURE_ACTIONS, REPORT_ACTIONS]) {
      const keys = actions.flatMap((action) => action.keys ?? []);
      expect(new Set(keys).size).toBe(keys.length);
      const listed = KEYS.flatMap((group) => group.keys.flatMap((entry) => entry.keys));
      expect(keys.filter((key) => !listed.includes(key))).toEqual([]);
    }
  });
});
