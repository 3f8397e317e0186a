import { bestTests, uncertaintyBits } from '../inquiry/best-tests';
import type { InquiryTest } from '../inquiry/model';
import { inquiryModel } from '../inquiry/model';
import type { BoardGuess } from './heat-board';
import type { KnownBoard, LikelyBoard } from './likely-board';
import { possibleBoards } from './likely-board';
import type { HeatAsk } from './heat-task';
import { leastSetting } from './setting';

/** Something about a board that can be found out, and what each answer would mean. */
export interface BoardQuestion {
  readonly key: keyof KnownBoard;
  readonly ask: string;
  /** How it is found out. */
  readonly how: string;
  readonly seconds: number;
  readonly answers: readonly { readonly words: string; readonly value: number | string | boolean }[];
}

export const BOARD_QUESTIONS: readonly BoardQuestion[] = [
  {
    key: 'thicknessMm',
    ask: 'How thick is the board?',
    how: 'calliper at a bare edge',
    seconds: 20,
    answers: [
      { words: '0.8 mm', value: 0.8 },
      { words: '1.0 mm', value: 1 },
      { words: '1.6 mm', value: 1.6 },
    ],
  },
  {
    key: 'copper',
    ask: 'What does a lamp behind the board show?',
    how: 'hold a bare stretch of it against a bright lamp',
    seconds: 15,
    answers: [
      { words: 'light between thin tracks', value: 'tracks' },
      { words: 'poured copper on the faces, light in its gaps', value: 'pour' },
      { words: 'dark throughout: planes inside', value: 'plane' },
    ],
  },
  {
    key: 'spokes',
    ask: 'How do the legs hang on the copper?',
    how: 'microscope on the ring of a leg',
    seconds: 20,
    answers: [
      { words: 'by spokes', value: true },
      { words: 'copper all round', value: false },
    ],
  },
];

export interface QuestionWorth {
  readonly question: BoardQuestion;
  readonly gainBits: number;
  /** What each answer would have set, °C; `null` where no setting does. */
  readonly would: readonly {
    readonly words: string;
    readonly from: number | null;
    readonly to: number | null;
  }[];
}

/** A question is worth asking from here on, bits. */
const WORTH_BITS = 0.25;
/** Settings that lie no further apart count as one, K. */
const SAME_K = 20;

const valueOf = (g: BoardGuess, key: keyof KnownBoard): number | string | boolean => g[key];

/**
 * Which question about the board the setting turns on; `null` where none does. Boards that want the same setting are one hypothesis, so a question that
 * tells boards apart without moving the setting is worth nothing.
 * @param tell told how much is done, 0 to 1; `true` from it breaks off
 */
export function whatTells(ask: HeatAsk, tell: (done: number) => boolean = () => false): QuestionWorth | null {
  const likely = possibleBoards(ask.board, ask.known);
  if (likely.length < 2) return null;
  const wants = likely.map((b, k): number | null => {
    if (tell(k / likely.length)) return null;
    return leastSetting(ask, b);
  });
  const classOf = (c: number | null): string => (c === null ? 'none' : String(Math.round(c / SAME_K)));
  const classes = [...new Set(wants.map(classOf))];
  if (classes.length < 2) return null;
  const within = (id: string): readonly LikelyBoard[] =>
    likely.filter((_, k) => classOf(wants[k] ?? null) === id);
  const weight = (list: readonly LikelyBoard[]): number => list.reduce((s, b) => s + b.weight, 0);
  const open = BOARD_QUESTIONS.filter((q) => new Set(likely.map((b) => valueOf(b.guess, q.key))).size > 1);
  const tests = open.map((q): InquiryTest => {
    const answers = q.answers.filter((a) => likely.some((b) => valueOf(b.guess, q.key) === a.value));
    return {
      id: q.key,
      seconds: q.seconds,
      outcomes: answers.map((a) => a.words),
      chances: answers.map((a) =>
        classes.map((id) => {
          const mine = within(id);
          return weight(mine.filter((b) => valueOf(b.guess, q.key) === a.value)) / weight(mine);
        }),
      ),
    };
  });
  if (tests.length === 0) return null;
  const model = inquiryModel(
    classes.map((id) => ({ id, weight: weight(within(id)) })),
    tests,
  );
  if (uncertaintyBits(model, []) < WORTH_BITS) return null;
  const best = bestTests(model, [], new Set(), 1)[0];
  const question = open.find((q) => q.key === best?.test.id);
  if (!best || !question || best.gainBits < WORTH_BITS) return null;
  return {
    question,
    gainBits: best.gainBits,
    would: question.answers.flatMap((a) => {
      const found = likely.flatMap((b, k) =>
        valueOf(b.guess, question.key) === a.value ? [wants[k] ?? null] : [],
      );
      const set = found.filter((c): c is number => c !== null);
      if (found.length === 0) return [];
      return [
        {
          words: a.words,
          from: set.length > 0 ? Math.min(...set) : null,
          to: set.length > 0 ? Math.max(...set) : null,
        },
      ];
    }),
  };
}
