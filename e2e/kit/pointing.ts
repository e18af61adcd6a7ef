// Builds rules on a sheet by pointing alone: every part of a rule's tree is picked from the lists, as a trader would.

import { formOf, measureOf, type Node, type NumberNode, parseRule } from '@plateau/core';
import { expect, type Locator, type Page } from '@playwright/test';
import { choose, pick } from './fields.ts';

interface Dial {
  readonly value: number;
  readonly from?: number;
  readonly to?: number;
  readonly step?: number;
}

/** Points at the parts of one sheet's rules; dials are made where they are first needed. */
export class Pointer {
  readonly #made = new Set<string>();

  constructor(
    readonly page: Page,
    readonly dials: Readonly<Record<string, Dial>>,
  ) {}

  /** Clears the rule and builds it anew. */
  async rule(field: string, text: string): Promise<void> {
    const blocks = this.page.getByRole('group', { name: `${field}, as blocks` });
    const menus = blocks.getByRole('button', { name: /^More for condition/ });
    while ((await menus.count()) > 0) {
      await menus.first().click();
      await this.page.getByRole('menuitem', { name: 'Delete' }).click();
    }
    const tree = parsed(text);
    const parts = tree.kind === 'and' ? tree.parts : [tree];
    for (const [k, part] of parts.entries()) {
      await blocks.getByRole('button', { name: 'Add a condition' }).click();
      // The list of its first value opens by itself.
      const opened = this.page.getByRole('dialog', { name: 'Pick the first value', exact: true });
      await expect(opened).toBeVisible();
      await this.page.keyboard.press('Escape');
      await expect(opened).toBeHidden();
      await this.#condition(blocks.getByRole('listitem').nth(k), part);
    }
  }

  /** Clears the value and picks it anew; empty text leaves it clear. */
  async value(field: string, text: string): Promise<void> {
    const blocks = this.page.getByRole('group', { name: `${field}, as blocks` });
    const clear = blocks.getByRole('button', { name: /^Leave .* empty$/ });
    if (await clear.isVisible()) await clear.click();
    if (text !== '') await this.#value(blocks, parsed(text), field.toLowerCase());
  }

  async #condition(row: Locator, node: Node): Promise<void> {
    const form = row.getByLabel('Comparison');
    switch (node.kind) {
      case 'constant':
        return this.#pick(row, 'the first value', node.value ? 'always' : 'never');
      case 'comparison':
        await choose(form, node.comparator);
        await this.#value(row, node.left, 'the first value');
        return this.#value(row, node.right, 'the second value');
      case 'extreme':
        await choose(form, `is the ${node.way} of`);
        await this.#value(row, node.of, 'the first value');
        return this.#number(row, 'Days looked at', node.bars);
      case 'scope':
        await this.#pick(row, 'the first value', 'a condition on another instrument');
        await pick(row.getByLabel('Instrument of the condition', { exact: true }), node.instrument);
        return this.#condition(row, node.of);
      default:
        throw new Error(`pointing at a ${node.kind} is not described`);
    }
  }

  async #value(row: Locator, node: Node, label: string): Promise<void> {
    switch (node.kind) {
      case 'number':
      case 'dial':
        await this.#pick(row, label, 'number');
        return this.#number(row, `Number of ${label}`, node);
      case 'measure': {
        const measure = measureOf(node.phrase, node.windows.length);
        await this.#pick(row, label, formOf(measure));
        for (const [k, window] of node.windows.entries())
          await this.#number(row, `Window ${k + 1} of ${label}`, window);
        for (const [k, argument] of measure.takes.entries()) {
          const taken = node.takes[k];
          if (typeof taken === 'object' && argument.kind === 'number')
            await this.#number(row, `Number of what ${label} is ${argument.word}`, taken as NumberNode);
        }
        return;
      }
      case 'arithmetic': {
        const words = {
          '*': 'times a value',
          '/': 'divided by a value',
          '+': 'plus a value',
          '-': 'minus a value',
        };
        // The whole first part, then what is put behind it.
        await this.#value(row, node.left, label);
        await this.#pick(row, label, words[node.operator]);
        return this.#value(row, node.right, `second part of ${label}`);
      }
      case 'ago':
        await this.#value(row, node.of, label);
        await this.#pick(row, label, 'days ago');
        return this.#number(row, `Days ago of ${label}`, node.bars);
      default:
        throw new Error(`pointing at a ${node.kind} is not described`);
    }
  }

  /** Opens the list at a part and picks from it by its words. */
  async #pick(row: Locator, label: string, words: string): Promise<void> {
    await row
      .getByRole('button', { name: new RegExp(`: ${label}$`) })
      .last()
      .click();
    const list = this.page.getByRole('dialog', { name: `Pick ${label}`, exact: true });
    await list.locator(`[cmdk-item][data-value="${words}"]`).click();
    await expect(list).not.toBeVisible();
  }

  async #number(row: Locator, label: string, node: NumberNode): Promise<void> {
    const field = row.getByLabel(label, { exact: true });
    if (node.kind === 'number') return field.fill(node.text);
    const dial = this.dials[node.name];
    if (!dial) throw new Error(`no dial ${node.name}`);
    if (!this.#made.has(node.name)) await field.fill(String(dial.value));
    await row.getByRole('button', { name: `Dial for ${label.toLowerCase()}`, exact: true }).click();
    if (this.#made.has(node.name)) {
      await this.page.getByRole('button', { name: `Use dial ${node.name}`, exact: true }).click();
      return;
    }
    this.#made.add(node.name);
    const form = this.page.getByRole('form', { name: 'New dial' });
    await form.getByLabel('Name of the dial').fill(node.name);
    for (const key of ['from', 'to', 'step'] as const)
      await form.getByLabel(key, { exact: true }).fill(String(dial[key]));
    await form.getByRole('button', { name: 'Make it a dial' }).click();
  }
}

function parsed(text: string): Node {
  const read = parseRule(text);
  if (!read.ok) throw new Error(read.problem.message);
  return read.tree;
}
