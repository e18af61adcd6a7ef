// Documents of docs/ as pages: their headings named, their links led to one another.

import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { Marked, type Token, type Tokens } from 'marked';
import { type HelpPage, helpAddress, helpPages } from '@/model/help-pages.ts';
import { sectionId } from '@/model/help-topics.ts';

/** A heading with what stands below it. */
export interface HelpSection {
  readonly page: string;
  readonly title: string;
  readonly address: string;
  /** in small letters, to be searched */
  readonly text: string;
}

/** The app's version, which the root's package.json alone says. */
export const version = (): string =>
  JSON.parse(readFileSync(join(process.cwd(), '../../package.json'), 'utf8')).version;

const textOf = ({ file }: HelpPage): string =>
  readFileSync(join(process.cwd(), '../../docs', file), 'utf8').replace(/<!--.*?-->/gs, '');

/** Where a link of a document leads in the help; links out of it stay as they are. */
function leads(href: string): string {
  const [file, part] = href.split('#');
  const page = helpPages.find((one) => one.file === file);
  return page ? `${helpAddress(page)}${part ? `#${part}` : ''}` : href;
}

const marked = new Marked({
  renderer: {
    heading({ tokens, depth }: Tokens.Heading): string {
      const words = this.parser.parseInline(tokens);
      return `<h${depth} id="${sectionId(plain(tokens))}">${words}</h${depth}>`;
    },
    link({ href, tokens }: Tokens.Link): string {
      return `<a href="${leads(href)}">${this.parser.parseInline(tokens)}</a>`;
    },
    // A word that a list explains has an address of its own.
    listitem({ tokens }: Tokens.ListItem): string {
      const first = tokens[0];
      const word = first && 'tokens' in first ? first.tokens?.[0] : undefined;
      const id = word?.type === 'strong' ? ` id="${sectionId(plain(word.tokens ?? []))}"` : '';
      return `<li${id}>${this.parser.parse(tokens)}</li>`;
    },
    // Wide tables scroll by themselves, also by keys.
    table(
      this: { parser: { parseInline(tokens: Token[]): string } },
      { header, rows }: Tokens.Table,
    ): string {
      const cells = (row: readonly Tokens.TableCell[], tag: string): string =>
        `<tr>${row.map(({ tokens }) => `<${tag}>${this.parser.parseInline(tokens)}</${tag}>`).join('')}</tr>`;
      const body = rows.map((row) => cells(row, 'td')).join('');
      return `<div class="table" tabindex="0" role="region" aria-label="Table"><table><thead>${cells(header, 'th')}</thead><tbody>${body}</tbody></table></div>`;
    },
    code({ text }: Tokens.Code): string {
      const safe = text.replace(/&/g, '&amp;').replace(/</g, '&lt;');
      return `<pre tabindex="0" role="region" aria-label="Text of a file">${safe}</pre>`;
    },
  },
});

function plain(tokens: readonly Token[]): string {
  return tokens.map((token) => ('text' in token ? String(token.text) : token.raw)).join('');
}

/** A page as HTML. Its source is our own: nothing of it comes from outside. */
export const renderHelp = (page: HelpPage): string => marked.parse(textOf(page), { async: false });

/** Every section of every page. */
export function helpSections(): readonly HelpSection[] {
  return helpPages.flatMap((page) => {
    const sections: { title: string; text: string[] }[] = [];
    for (const token of marked.lexer(textOf(page))) {
      if (token.type === 'heading') sections.push({ title: plain(token.tokens ?? []), text: [] });
      else sections.at(-1)?.text.push(token.raw);
    }
    return sections.map(({ title, text }) => ({
      page: page.title,
      title,
      address: `${helpAddress(page)}#${sectionId(title)}`,
      text: `${title} ${text.join(' ')}`.toLowerCase(),
    }));
  });
}
