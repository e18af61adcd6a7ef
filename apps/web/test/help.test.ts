// The help: every “?” leads to a section that is there, and every link within it too.

import { describe, expect, test, vi } from 'vitest';
import { helpSections, renderHelp } from '@/features/help/render.ts';
import { helpAddress, helpPages } from '@/model/help-pages.ts';
import { helpOn, helpTopics, isHelpTopic } from '@/model/help-topics.ts';

vi.spyOn(process, 'cwd').mockReturnValue(import.meta.dirname.replace(/\/test$/, ''));

const pages = new Map(helpPages.map((page) => [helpAddress(page), renderHelp(page)]));

const isThere = (address: string): boolean => {
  const [page = '', part] = address.split('#');
  const html = pages.get(page);
  return html !== undefined && (part === undefined || html.includes(` id="${decodeURIComponent(part)}"`));
};

describe('The help', () => {
  test.each(helpTopics)('has the section that “?” opens beside %s', (topic) => {
    expect(isThere(helpOn(topic).address)).toBe(true);
  });

  test('knows its topics from other words', () => {
    expect(isHelpTopic('costs')).toBe(true);
    expect(isHelpTopic('constructor')).toBe(false);
  });

  test('leads nowhere that is not there', () => {
    const links = [...pages.values()].flatMap((html) =>
      [...html.matchAll(/href="(\/help[^"]*|#[^"]*)"/g)].map(([, href = '']) => href),
    );
    expect(links.length).toBeGreaterThan(3);
    expect(links.filter((href) => !isThere(href))).toEqual([]);
  });

  test('gives each explained word an address of its own', () => {
    expect(isThere('/help/glossary#sheet')).toBe(true);
    expect(isThere('/help/glossary#in-sample-out-of-sample')).toBe(true);
    expect(isThere('/help/glossary#no-such-word')).toBe(false);
  });

  test('finds a section by words that stand in it', () => {
    const found = helpSections().filter(({ text }) => text.includes('keep down to place'));
    expect(found.map(({ title }) => title)).toEqual(['Rotation']);
  });
});
