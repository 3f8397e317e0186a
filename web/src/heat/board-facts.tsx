import type { CopperLayout, HeatRecord, QuestionWorth, SolderName } from '@zebbit/core';
import { BOARD_QUESTIONS, printTemperature, SOLDERS } from '@zebbit/core';
import { Select } from '../ui/select';

export type BoardFactsValue = Omit<HeatRecord, 'notes'>;

const THICK = ['0.6', '0.8', '1', '1.2', '1.6', '2'] as const;
const MIL = 1 / 0.0254;

const wouldWords = ({ words, from, to }: QuestionWorth['would'][number]): string =>
  from === null || to === null
    ? `${words}: no setting does`
    : `${words}: ${printTemperature(from)}${to > from ? ` to ${printTemperature(to)}` : ''}`;

/** What is known of the board, each with how it is found out; the one that the setting turns on stands out. */
export function BoardFacts({
  value,
  tells,
  onChange,
}: {
  readonly value: BoardFactsValue;
  readonly tells: QuestionWorth | null;
  readonly onChange: (part: Partial<BoardFactsValue>) => void;
}) {
  const row = (key: 'thicknessMm' | 'copper' | 'spokes'): { ask: string; how: string; hot: boolean } => {
    const q = BOARD_QUESTIONS.find((x) => x.key === key);
    return { ask: q?.ask ?? '', how: q?.how ?? '', hot: tells?.question.key === key };
  };
  const [thick, copper, spokes] = [row('thicknessMm'), row('copper'), row('spokes')];
  const looks = BOARD_QUESTIONS.find((q) => q.key === 'copper')?.answers ?? [];
  return (
    <section aria-label="This board" className="space-y-2">
      {tells && (
        <div className="rounded-[9px] bg-wait-soft p-2 text-second">
          <p className="font-bold text-wait">
            {tells.question.ask} It decides ({tells.question.how}):
          </p>
          <ul>
            {tells.would.map((w) => (
              <li key={w.words}>{wouldWords(w)}</li>
            ))}
          </ul>
        </div>
      )}
      <Fact {...thick}>
        <Select
          aria-label={thick.ask}
          className="w-full"
          value={value.thicknessMm === null ? '' : String(value.thicknessMm)}
          options={[
            ['', 'not known'],
            ...THICK.map((t) => [t, `${t} mm (${Math.round(Number(t) * MIL)} mil)`] as const),
          ]}
          onPick={(v) => onChange({ thicknessMm: v === '' ? null : Number(v) })}
        />
      </Fact>
      <Fact {...copper}>
        <Select
          aria-label={copper.ask}
          className="w-full"
          value={value.copper ?? ''}
          options={[['', 'not known'], ...looks.map((a) => [String(a.value), a.words] as const)]}
          onPick={(v) => onChange({ copper: v === '' ? null : (v as CopperLayout) })}
        />
      </Fact>
      <Fact {...spokes}>
        <Select
          aria-label={spokes.ask}
          className="w-full"
          value={value.spokes === null ? '' : value.spokes ? 'yes' : 'no'}
          options={[
            ['', 'not known'],
            ['yes', 'by spokes'],
            ['no', 'copper all round'],
          ]}
          onPick={(v) => onChange({ spokes: v === '' ? null : v === 'yes' })}
        />
      </Fact>
      <Fact ask="What solder was on it?" how="" hot={false}>
        <Select
          aria-label="What solder was on it?"
          className="w-full"
          value={value.solder ?? ''}
          options={[['', 'not known: taken for lead-free'], ...SOLDERS.map((s) => [s, s] as const)]}
          onPick={(v) => onChange({ solder: v === '' ? null : (v as SolderName) })}
        />
      </Fact>
    </section>
  );
}

function Fact({
  ask,
  how,
  hot,
  children,
}: {
  readonly ask: string;
  readonly how: string;
  readonly hot: boolean;
  readonly children: React.ReactNode;
}) {
  return (
    <div className={hot ? 'rounded-[9px] border-2 border-wait p-1.5' : ''}>
      <p className="text-second">
        <span className="font-semibold">{ask}</span>
        {how !== '' && <span className="text-ink2"> {how}</span>}
      </p>
      {children}
    </div>
  );
}
