import type { ButtonHTMLAttributes, ReactNode } from 'react';

export type Tone = 'main' | 'plain' | 'quiet' | 'stop';

const TONES: Readonly<Record<Tone, string>> = {
  main: 'bg-copper text-on-copper hover:brightness-110 border-transparent',
  plain: 'bg-sheet text-ink border-line hover:border-ink2',
  quiet: 'bg-transparent text-ink2 border-transparent hover:text-ink hover:bg-sunk',
  stop: 'bg-sheet text-stop border-stop hover:bg-stop-soft',
};

interface ButtonProps extends ButtonHTMLAttributes<HTMLButtonElement> {
  readonly tone?: Tone;
  readonly icon?: ReactNode;
  /** The key that does the same. */
  readonly hotkey?: string;
}

/** The one button; at least 40 px high. */
export function Button({
  tone = 'plain',
  icon,
  hotkey,
  children,
  className = '',
  type = 'button',
  ...rest
}: ButtonProps) {
  return (
    <button
      type={type}
      className={`inline-flex min-h-10 items-center justify-center gap-2 rounded-[11px] border px-3.5 font-semibold disabled:opacity-50 ${TONES[tone]} ${className}`}
      {...rest}
    >
      {icon}
      {children}
      {hotkey !== undefined && <KeyCap tone={tone}>{hotkey}</KeyCap>}
    </button>
  );
}

export function KeyCap({ children, tone = 'plain' }: { readonly children: ReactNode; readonly tone?: Tone }) {
  const look = tone === 'main' ? 'border-on-copper/50 text-on-copper' : 'border-line bg-sheet text-ink2';
  return (
    <kbd className={`figure rounded-[5px] border border-b-2 px-1.5 text-[12px] leading-[18px] ${look}`}>
      {children}
    </kbd>
  );
}
