import { isForControl } from './for-control.ts';

/** True for a key that is kept from the room when pressed here. */
function keeps(html: string, key: string): boolean {
  document.body.innerHTML = html;
  let kept = false;
  const look = (event: KeyboardEvent) => {
    kept = isForControl(event);
  };
  document.addEventListener('keydown', look);
  document.body.querySelector('.at')?.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }));
  document.removeEventListener('keydown', look);
  return kept;
}

test('a list that is closed keeps the keys that open it, an open one and a text field keep all', () => {
  const closed = '<div role="combobox" aria-expanded="false" class="at"></div>';
  expect(['Enter', ' ', 'ArrowDown', 'ArrowUp'].map((key) => keeps(closed, key))).toEqual([
    true,
    true,
    true,
    true,
  ]);
  expect(['n', 'Delete', 'ArrowLeft'].map((key) => keeps(closed, key))).toEqual([false, false, false]);
  expect(keeps('<div role="combobox" aria-expanded="true" class="at"></div>', 'n')).toBe(true);
  expect(keeps('<ul role="listbox"><li class="at"></li></ul>', 'n')).toBe(true);
  expect(keeps('<input role="combobox" aria-expanded="false" class="at">', 'n')).toBe(true);
  expect(keeps('<button class="at"></button>', 'n')).toBe(false);
  expect(keeps('<button class="at"></button>', 'Enter')).toBe(true);
});
