import type { Page } from '@playwright/test';

/** A screen as it is seen at once. */
export interface Shown {
  /** Controls that can be seen and used, by their names. */
  readonly controls: readonly string[];
  /** Words that can be read. */
  readonly words: readonly string[];
  /** Texts smaller than 12 px. */
  readonly small: readonly string[];
}

/** Counts what is in sight: nothing that is covered, scrolled away, transparent or disabled. */
export function shownOn(page: Page): Promise<Shown> {
  return page.evaluate(() => {
    const CONTROLS =
      'button, a[href], input, select, textarea, [role=button], [role=link], [role=combobox], [role=slider], [role=tab], [role=checkbox], [role=switch], [role=menuitem], [role=listbox], [role=application]';
    const isClear = (element: Element): boolean => {
      for (let one: Element | null = element; one; one = one.parentElement) {
        const style = getComputedStyle(one);
        if (style.opacity === '0' || style.visibility === 'hidden' || style.display === 'none') return false;
        // Words for screen readers only.
        if (style.clipPath === 'inset(50%)') return false;
      }
      return true;
    };
    /** True where one of some points of a box is not covered by something else. */
    const isSeen = (element: Element, box: DOMRect): boolean => {
      if (box.width < 2 || box.height < 2 || !isClear(element)) return false;
      return [0.5, 0.15, 0.85].some((share) => {
        const [x, y] = [box.left + box.width * share, box.top + box.height * share];
        if (x < 0 || y < 0 || x >= innerWidth || y >= innerHeight) return false;
        const top = document.elementFromPoint(x, y);
        // Something that takes no presses is still seen: its label or the drawing over it does not hide it.
        return top !== null && (element.contains(top) || top.contains(element) || isOver(top, element));
      });
    };
    const isOver = (top: Element, element: Element) =>
      top.closest('label, button, [role]')?.contains(element) ?? false;
    const isUsable = (one: Element) =>
      !one.matches(':disabled, [aria-disabled=true], .Mui-disabled *') &&
      !(one instanceof HTMLInputElement && one.ariaHidden === 'true');
    const controls = [...document.querySelectorAll(CONTROLS)]
      .filter((one) => isUsable(one) && isSeen(one, one.getBoundingClientRect()))
      .map((one) => (one.getAttribute('aria-label') ?? one.textContent).replace(/\s+/g, ' ').trim());
    const [words, small]: [string[], string[]] = [[], []];
    const walk = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
    while (walk.nextNode()) {
      const { parentElement, textContent } = walk.currentNode;
      const found = textContent?.split(/\s+/).filter((one) => /[\p{L}\p{N}]/u.test(one)) ?? [];
      if (!parentElement || !found.length) continue;
      const range = document.createRange();
      range.selectNodeContents(walk.currentNode);
      if (!isSeen(parentElement, range.getBoundingClientRect())) continue;
      words.push(...found);
      if (parseFloat(getComputedStyle(parentElement).fontSize) < 12) small.push(found.join(' '));
    }
    return { controls, words, small };
  });
}
