import { expect, type Locator, type Page, test } from '@playwright/test';
import { goTo, saved, spot } from './page.ts';
import { foldHead, work } from './sheet-page.ts';

/** A musician at work: every press, drag, key and typed value is an action, and counted. */
export class Hand {
  #actions = 0;
  readonly #page: Page;

  constructor(page: Page) {
    this.#page = page;
  }

  get actions(): number {
    return this.#actions;
  }

  async press(what: Locator | string | RegExp, held: readonly ('Control' | 'Shift')[] = []): Promise<void> {
    this.#actions++;
    const found =
      typeof what === 'string' || what instanceof RegExp
        ? this.#page.getByRole('button', { name: what, exact: typeof what === 'string' }).first()
        : what;
    await found.click({ modifiers: [...held] });
  }

  async key(...keys: readonly string[]): Promise<void> {
    for (const key of keys) {
      this.#actions++;
      await this.#page.keyboard.press(key);
    }
  }

  async room(name: 'Groove' | 'Fills' | 'Sheet'): Promise<void> {
    this.#actions++;
    await goTo(this.#page, name);
  }

  async choose(label: string, option: string | RegExp): Promise<void> {
    await this.press(this.#page.getByRole('combobox', { name: label, exact: true }));
    await this.press(
      this.#page.getByRole('option', { name: option, exact: typeof option === 'string' }).first(),
    );
  }

  /** Opens a fold of the sheet's inspector, which stays open: an action only where it is closed. */
  async unfold(title: string): Promise<void> {
    const head = foldHead(this.#page, title);
    await expect(head).toBeVisible();
    if ((await head.getAttribute('aria-expanded')) === 'false') await this.press(head);
  }

  /** Opens a fold anywhere on the page: an action only where it is closed. */
  async openFold(title: string): Promise<void> {
    const head = this.#page
      .locator('button[aria-expanded]')
      .filter({ has: this.#page.getByText(title, { exact: true }) });
    await expect(head).toBeVisible();
    if ((await head.getAttribute('aria-expanded')) === 'false') await this.press(head);
  }

  /** Takes an entry of the menu of the chosen slots. */
  async menu(entry: string): Promise<void> {
    await this.press('More');
    await this.press(this.#page.getByRole('menuitem', { name: entry }));
  }

  /** Opens a tool of the sheet's menu of work. */
  async work(tool: string): Promise<void> {
    this.#actions += 2;
    await work(this.#page, tool);
  }

  /** Types a number where a slider says its value. */
  async type(label: string, value: number): Promise<void> {
    this.#actions += 2;
    await this.#page.getByRole('slider', { name: label, exact: true }).press('Enter');
    await this.#page.keyboard.type(String(value));
    await this.#page.keyboard.press('Enter');
  }

  /** Writes into a field and leaves it by Enter. */
  async write(label: string, text: string): Promise<void> {
    this.#actions += 2;
    await this.#page.getByLabel(label, { exact: true }).fill(text);
    await this.#page.keyboard.press('Enter');
  }

  async at(
    row: string,
    length: number,
    ticks: readonly number[],
    held: 'Control' | null = null,
  ): Promise<void> {
    for (const tick of ticks) {
      this.#actions++;
      const { x, y } = await spot(this.#page, row, tick, length);
      if (held) await this.#page.keyboard.down(held);
      await this.#page.mouse.click(x, y);
      if (held) await this.#page.keyboard.up(held);
    }
  }

  async drag(row: string, length: number, from: number, to: number): Promise<void> {
    this.#actions++;
    const [start, end] = [await spot(this.#page, row, from, length), await spot(this.#page, row, to, length)];
    await this.#page.mouse.move(start.x, start.y);
    await this.#page.mouse.down();
    await this.#page.mouse.move((start.x + end.x) / 2, start.y, { steps: 6 });
    await this.#page.mouse.move(end.x, start.y, { steps: 6 });
    await this.#page.mouse.up();
  }

  /** Says what the job took, and that it was few enough. */
  async done(job: string, fewerThan: number): Promise<void> {
    test.info().annotations.push({ type: 'actions', description: `${job}: ${this.#actions}` });
    console.log(`${job}: ${this.#actions} actions of fewer than ${fewerThan}`);
    expect(this.#actions).toBeLessThan(fewerThan);
    await saved(this.#page);
  }
}
