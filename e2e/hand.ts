import type { Locator, Page } from '@playwright/test';

/**
 * Does a task as a maker does it and counts the presses: every press of the mouse, choice in a list, file chosen and key
 * but those that type a number or word. `docs/decisions/presses.md` has the counts beside those of before.
 */
export class Hand {
  presses = 0;
  constructor(readonly page: Page) {}
  async press(target: Locator): Promise<void> {
    this.presses += 1;
    await target.click();
  }
  /** A field pressed and typed over: the next press takes it, or a key. */
  async fill(field: Locator, text: string): Promise<void> {
    await this.press(field);
    await field.fill(text);
  }
  async key(key: string): Promise<void> {
    this.presses += 1;
    await this.page.keyboard.press(key);
  }
  async choose(list: Locator, label: string): Promise<void> {
    this.presses += 1;
    await list.selectOption({ label });
  }
  async file(input: Locator, file: Parameters<Locator['setInputFiles']>[0]): Promise<void> {
    this.presses += 1;
    await input.setInputFiles(file);
  }
  async drag(from: { x: number; y: number }, to: { x: number; y: number }): Promise<void> {
    this.presses += 1;
    await this.page.mouse.move(from.x, from.y);
    await this.page.mouse.down();
    await this.page.mouse.move(to.x, to.y, { steps: 10 });
    await this.page.mouse.up();
  }
  async at(to: { x: number; y: number }): Promise<void> {
    this.presses += 1;
    await this.page.mouse.move(to.x, to.y);
    await this.page.waitForTimeout(80);
    await this.page.mouse.down();
    await this.page.mouse.up();
  }
}
