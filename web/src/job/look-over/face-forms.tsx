import { editPicture, PAIR_OFF_MM, readFrame, withoutFacePair } from '@zebbit/core';
import { Button } from '../../ui/button';
import { useJob } from '../../desk/job-context';
import type { Tool } from '../../desk/tool-store';
import { usePlate, useTool } from '../../desk/desk-context';

/** Landmarks that lay a close-up on the overview of its face. */
export function LayForm({ tool }: { readonly tool: Extract<Tool, { kind: 'lay' }> }) {
  const { documents, edit } = useJob();
  const { take } = useTool();
  const { showOnly } = usePlate();
  const points = tool.here.map((mm, i) => ({ at: tool.there[i] ?? { x: 0, y: 0 }, mm }));
  const verdict = points.length >= 2 ? readFrame({ kind: 'landmarks', points }) : null;
  const onClose = tool.there.length === tool.here.length;
  return (
    <div className="flex flex-col gap-2">
      <p role="status">
        {onClose
          ? `On the close-up: click landmark ${tool.there.length + 1}.`
          : `On the overview: click the same place.`}
      </p>
      <p className="text-second text-ink2">
        Two lay it on; four take its tilt out. Corners of pads and holes are good.
      </p>
      {verdict && (
        <p className={`text-second ${verdict.ok ? '' : 'text-stop'}`}>
          {verdict.ok
            ? `${points.length} landmarks, off by ${verdict.frame.rmsMm.toFixed(3)} mm`
            : verdict.message}
        </p>
      )}
      <Button
        tone="main"
        disabled={!verdict?.ok}
        onClick={() => {
          edit('board', () =>
            editPicture(documents.board, tool.index, { measure: { kind: 'landmarks', points } }),
          );
          take({ kind: 'none' });
          showOnly(null);
        }}
      >
        Lay it on
      </Button>
    </div>
  );
}

/** Pairs that lay the bottom face on the top face, with what each is off by. */
export function PairForm({ tool }: { readonly tool: Extract<Tool, { kind: 'pair' }> }) {
  const { documents, view, edit } = useJob();
  const { register } = view.trace;
  const { facePairs } = documents.board;
  const face = usePlate((s) => s.face);
  return (
    <div className="flex flex-col gap-2">
      <p role="status">
        {tool.first
          ? `Now the same hole or corner on the ${face} face.`
          : 'Click a hole or a corner that is seen on both faces; the plate turns over by itself.'}
      </p>
      <ul className="text-second">
        {facePairs.map((_, i) => {
          const off = register?.residualsMm[i];
          const bad = register?.outlier === i || (off !== undefined && off > PAIR_OFF_MM);
          return (
            <li key={i} className={`flex items-center justify-between ${bad ? 'font-bold text-stop' : ''}`}>
              <span className="figure">
                pair {i + 1}
                {off === undefined ? '' : `: ${off.toFixed(2)} mm off`}
                {register?.outlier === i ? ', does not go with the others' : ''}
              </span>
              <Button
                tone="quiet"
                className="!min-h-8"
                onClick={() => edit('board', () => withoutFacePair(documents.board, i))}
              >
                Strike
              </Button>
            </li>
          );
        })}
      </ul>
      <p className="text-second text-ink2">
        {register
          ? `The faces lie on each other within ${register.rmsMm.toFixed(2)} mm. Bottom is measured ${((register.scaleAgainstTop - 1) * -100).toFixed(1)} % larger than top.`
          : 'Two pairs lay the faces on each other; four tell a wrong one.'}
      </p>
    </div>
  );
}
