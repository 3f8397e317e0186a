import { boardsOf, byStage, foldsOf, madeUpBoards, STAGE_SETS } from './kin-boards';
import type { KinBoard } from './kin-boards';

/** What is fitted on one kind of thing counted on boards, and how it is measured. */
export interface Fit<Case extends { readonly stage: string }, By> {
  /** What it is about, and of how many of what. */
  readonly title: (made: number, shared: number) => string;
  readonly casesOf: (board: KinBoard) => readonly Case[];
  readonly fitted: (cases: readonly Case[]) => By;
  /** Log loss of one case, nats. */
  readonly lossOf: (one: Case, by: By) => number;
  readonly judged: By;
  readonly product: By;
  readonly forProduct: (by: By) => object;
}

/**
 * Fits on made-up boards of some input stages and measures it on boards of others, and on boards that another hand drew (which the fit never
 * sees); every stage counts alike. Prints what the product takes: the fit on all made-up ones.
 * @param folder boards of another hand
 * @param boards how many of each stage
 */
export function printFit<Case extends { readonly stage: string }, By>(
  { title, casesOf, fitted, lossOf, judged, product, forProduct }: Fit<Case, By>,
  folder: string,
  boards: number,
  fresh: number,
): void {
  const stages = Object.values(STAGE_SETS).flat();
  const casesIn = (list: readonly KinBoard[]): Case[] => list.flatMap(casesOf);
  const made = casesIn(madeUpBoards(stages, boards, 90_000));
  const shared = casesIn(boardsOf(folder));
  const mean = (list: readonly number[]): number =>
    list.reduce((a, x) => a + x, 0) / Math.max(1, list.length);
  const meanLoss = (cases: readonly Case[], by: By): number =>
    mean(byStage(cases).map((kin) => mean(kin.map((one) => lossOf(one, by)))));
  const say = (what: string, before: number, after: number, now: number): void =>
    void process.stdout.write(
      `  ${what.padEnd(56)} ${before.toFixed(3)} as judged, ${after.toFixed(3)} fitted; as in the product ${now.toFixed(3)}\n`,
    );
  process.stdout.write(`${title(made.length, shared.length)}\n`);
  const held = foldsOf(stages).flatMap((out) => {
    const by = fitted(made.filter((one) => !out.has(one.stage)));
    return byStage(made.filter((one) => out.has(one.stage))).map((kin) => ({ kin, by }));
  });
  for (const [name, own] of Object.entries(STAGE_SETS)) {
    const mine = held.filter(({ kin }) => own.includes(kin[0]?.stage ?? ''));
    say(
      `${name}, each stage by a fit on other stages`,
      mean(mine.map(({ kin }) => meanLoss(kin, judged))),
      mean(mine.map(({ kin, by }) => meanLoss(kin, by))),
      mean(mine.map(({ kin }) => meanLoss(kin, product))),
    );
  }
  const all = fitted(made);
  const row = (what: string, cases: readonly Case[], by: By): void =>
    say(what, meanLoss(cases, judged), meanLoss(cases, by), meanLoss(cases, product));
  row('another hand, by the fit on all made-up stages', shared, all);
  row('made-up ones, by a fit on the other hand alone', made, fitted(shared));
  const anew = casesIn(madeUpBoards(stages, boards, 1_000_000 + fresh));
  row('made-up ones of a fresh seed, by the same fit', anew, all);
  process.stdout.write(`for the product, the fit on all made-up ones: ${JSON.stringify(forProduct(all))}\n`);
}
