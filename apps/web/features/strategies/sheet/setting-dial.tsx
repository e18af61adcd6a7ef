'use client';

import { DialButton } from '@/parts/rules/blocks/dial-button.tsx';
import { numberFromText } from '@/parts/rules/blocks/nodes.ts';

interface SettingDialProps {
  readonly label: string;
  readonly text: string;
  readonly onChange: (text: string) => void;
}

/** Makes a dial of a setting's number, or a number of its dial. */
export function SettingDial({ label, text, onChange }: SettingDialProps) {
  const node = numberFromText(text.replace(/[,\s]/g, ''));
  if (!node) return null;
  return (
    <DialButton
      label={label}
      node={node}
      onChange={(next) => onChange(next.kind === 'dial' ? `{${next.name}}` : next.text)}
    />
  );
}
