import type { BenchGrammar, BenchKind } from './bench-kind';
import { GRAMMARS } from './bench-kind';

export type ParsedFigure =
  | { readonly ok: true; readonly value: number }
  | {
      readonly ok: false;
      readonly code: 'empty' | 'not-a-figure' | 'unknown-unit' | 'out-of-range';
      readonly message: string;
    };

const PLAIN = /^([+-]?)(\d+(?:[.,]\d+)?|[.,]\d+)(?:[eE]([+-]?\d{1,3}))?\s*(\D*)$/u;
const INFIX = /^([+-]?)(\d+)(\p{L})(\d+)(\D*)$/u;

function refuse(code: 'not-a-figure' | 'unknown-unit' | 'out-of-range', message: string): ParsedFigure {
  return { ok: false, code, message };
}

function inRange(value: number, grammar: BenchGrammar, text: string): ParsedFigure {
  const [low, high] = grammar.range;
  if (!Number.isFinite(value) || value < low || value > high) {
    return refuse('out-of-range', `“${text}” is outside ${low} to ${high} ${grammar.base}`);
  }
  return { ok: true, value };
}

/**
 * Reads one figure the way the trade writes it: `4k7`, `22R`, `0.65mm`, `32AWG`, `370C`, `700F`, `3V3`.
 * A decimal comma is taken as a point. The whole text must be the figure: `4k7k` is refused.
 * @param text what was typed
 * @param kind what it stands for; gives the units and the base unit of the result (see `GRAMMARS`)
 * @returns the value in the base unit, or a tagged refusal with a message fit to show
 */
export function parseBench(text: string, kind: BenchKind): ParsedFigure {
  const grammar = GRAMMARS[kind];
  const typed = text.trim();
  if (typed === '')
    return { ok: false, code: 'empty', message: `Type a figure, such as ${grammar.examples}` };

  const plain = PLAIN.exec(typed);
  if (plain) {
    const [, sign = '', digits = '', exponent = '0', suffix = ''] = plain;
    const unit = grammar.units.find((u) => u.symbols.includes(suffix.trim()));
    if (!unit)
      return refuse('unknown-unit', `“${suffix.trim()}” is not a unit here; write ${grammar.examples}`);
    const number = Number(`${sign}${digits.replace(',', '.')}e${exponent}`);
    return inRange(unit.toBase(number), grammar, typed);
  }

  const [, sign = '', whole = '', letter = '', fraction = '', tail = ''] = INFIX.exec(typed) ?? [];
  const factor = grammar.rkm[letter];
  const tailIsUnit = tail === '' || grammar.units[0]?.symbols.includes(tail.trim()) === true;
  if (factor === undefined || !tailIsUnit) {
    return refuse('not-a-figure', `“${typed}” is not a figure; write ${grammar.examples}`);
  }
  return inRange(Number(`${sign}${whole}.${fraction}`) * factor, grammar, typed);
}
