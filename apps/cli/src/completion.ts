// Scripts for shells that complete commands and options.

import type { Command } from 'commander';

export const SHELLS = ['bash', 'zsh', 'fish'] as const;

/** @param program with all its commands */
export function completionFor(shell: (typeof SHELLS)[number], program: Command): string {
  if (shell === 'fish') return fish(program);
  // Z shell runs the other's, once it is told to.
  return `${shell === 'zsh' ? 'autoload -U +X bashcompinit && bashcompinit\n' : ''}${bash(program)}`;
}

const optionsOf = (command: Command): string =>
  [...command.options.flatMap(({ long }) => long ?? []), '--help'].join(' ');

function bash(program: Command): string {
  const cases = program.commands.map(
    (command) => `    ${command.name()}) options="${optionsOf(command)}" ;;`,
  );
  return `_plateau() {
  local word="\${COMP_WORDS[COMP_CWORD]}" options="${program.commands.map((one) => one.name()).join(' ')} help ${optionsOf(program)}"
  case "\${COMP_WORDS[1]}" in
${cases.join('\n')}
  esac
  if [[ "$word" == -* || $COMP_CWORD -eq 1 ]]; then
    COMPREPLY=($(compgen -W "$options" -- "$word"))
  else
    COMPREPLY=($(compgen -f -- "$word"))
  fi
}
complete -o filenames -F _plateau plateau
`;
}

function fish(program: Command): string {
  const quoted = (text: string): string => `'${text.replace(/\\/g, '\\\\').replace(/'/g, "\\'")}'`;
  const lines = program.commands.flatMap((command) => [
    `complete -c plateau -n __fish_use_subcommand -f -a ${command.name()} -d ${quoted(command.summary())}`,
    ...command.options.map(
      ({ long, required, description }) =>
        `complete -c plateau -n '__fish_seen_subcommand_from ${command.name()}' -l ${long?.slice(2)}${required ? ' -r' : ''} -d ${quoted(description)}`,
    ),
  ]);
  return `${lines.join('\n')}\n`;
}
