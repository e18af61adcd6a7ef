'use client';

import { Component, type ReactNode } from 'react';
import { Button } from './button.tsx';

interface BoundaryProps {
  /** what is in it, as the trader calls it */
  readonly name: string;
  readonly children: ReactNode;
  readonly onFault?: (fault: Error) => void;
}

/** Keeps a fault in one part of the page from the others: says what happened and what can be done. */
export class Boundary extends Component<BoundaryProps, { readonly fault: Error | undefined }> {
  override state: { readonly fault: Error | undefined } = { fault: undefined };

  static getDerivedStateFromError(fault: unknown) {
    return { fault: fault instanceof Error ? fault : new Error(String(fault)) };
  }

  override componentDidCatch(fault: Error): void {
    this.props.onFault?.(fault);
  }

  override render(): ReactNode {
    const { fault } = this.state;
    if (!fault) return this.props.children;
    return (
      <Fault
        title={`${this.props.name} cannot be shown`}
        message={fault.message}
        again={() => this.setState({ fault: undefined })}
      />
    );
  }
}

interface FaultProps {
  readonly title: string;
  readonly message: string;
  readonly again: () => void;
}

/** What went wrong, that nothing is lost, and the ways on. */
export function Fault({ title, message, again }: FaultProps) {
  return (
    <div role="alert" className="m-3 max-w-xl border border-loss bg-raised p-4">
      <h2 className="font-serif text-lg">{title}</h2>
      <p className="py-2">
        {message || 'It gave no reason.'} What is kept in this browser is untouched, and everything else
        works.
      </p>
      <p className="flex items-center gap-3">
        <Button onClick={again}>Try again</Button>
        <a className="text-accent underline" href="/market?panel=workspace">
          Take the workspace out as a file
        </a>
      </p>
    </div>
  );
}
