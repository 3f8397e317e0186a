import { useState } from 'react';
import type { PinChoice } from '@zebbit/core';
import { FRESH_CHOICE, stationMove } from '@zebbit/core';
import { useKeys } from '../../app/use-keys';
import { NoPicture } from '../../plate/no-picture';
import { Plate } from '../../plate/plate';
import { PlanOverlay } from '../../plate/plan-overlay';
import { useJob } from '../../desk/job-context';
import { useTool } from '../../desk/desk-context';
import { Slip, SlipMove } from '../slip';
import { useAloud } from '../trace/read-aloud';
import { CutSection } from './cut-section';
import { ItemCard } from './item-card';
import { choiceOf, PinCard } from './pin-card';
import { PlanList } from './plan-list';
import { PortSection } from './port-section';
import { HeatField } from '../../heat/heat-field';
import { HeatContext, useHeatAtHand } from './heat-at-hand';
import { useLine } from './use-line';

/** What to build for each pin and leg, with which wire, along which way, in which order: one line at hand, its acts one by one. */
export function Rebuild() {
  const { view, edit } = useJob();
  const { chosen, choose } = useTool();
  const hand = useLine();
  const aloud = useAloud((s) => s.toggle);
  const [dragged, setDragged] = useState<string | null>(null);
  const heat = useHeatAtHand(hand);
  // A pin that nothing is built for can be looked at too.
  const plan =
    view.plans.find((p) => p.row.pin.id === chosen) ??
    view.plans.find((p) => p.row.pin.id === hand.line?.id) ??
    (hand.line === null ? view.plans[0] : undefined);
  const blocked = view.plans.find((p) => ['look', 'trace-first'].includes(p.repair.kind));
  const shown = chosen === null && blocked ? blocked : plan;
  const ticked = hand.done.filter(Boolean).length;
  const change = (pinId: string, part: Partial<PinChoice>): void =>
    edit('rebuild', (d) => {
      const mine = d.choices.find((c) => c.pinId === pinId);
      if (mine) Object.assign(mine, part);
      else d.choices.push({ ...FRESH_CHOICE, pinId, ...part });
    });
  const pick = (n: number): void => {
    if (shown) {
      const option = shown.options[n - 1];
      if (option) change(shown.row.pin.id, choiceOf(option));
      return;
    }
    const item = view.items.find((i) => i.id === hand.line?.id);
    const key = item && (hand.procedure?.schools[n - 1]?.id ?? item.options[n - 1]?.key);
    if (!item || key === undefined) return;
    edit('rebuild', (d) => {
      if (item.id === 'off') d.removal = key;
      else if (item.id === 'fit') d.fitting = key;
      else
        d.itemChoices = [
          ...d.itemChoices.filter((c) => c.itemId !== item.id),
          { itemId: item.id, option: key },
        ];
    });
  };
  useKeys({
    ' ': (e) =>
      e.target instanceof HTMLElement && e.target.closest('button, [role=checkbox], a')
        ? false
        : hand.finish(),
    Backspace: () => hand.back(),
    ArrowDown: (e) => (onPlate(e) ? false : hand.go(1)),
    ArrowUp: (e) => (onPlate(e) ? false : hand.go(-1)),
    a: aloud,
    h: () => (heat.ask ? heat.toggle() : false),
    ...Object.fromEntries(Array.from({ length: 9 }, (_, i) => [String(i + 1), () => pick(i + 1)])),
  });
  const marks = new Set(hand.procedure?.marks ?? (shown ? [shown.row.pin.id] : []));
  return (
    <HeatContext value={heat}>
      <Plate
        chosen={shown?.row.pin.id ?? null}
        onPick={(id) => choose(id)}
        over={(viewport, face) => (
          <>
            {heat.open && heat.state.show && face === heat.ask?.board.face && (
              <HeatField show={heat.state.show} frame={heat.frame} place={viewport} />
            )}
            <PlanOverlay
              face={face}
              viewport={viewport}
              chosen={shown?.row.pin.id ?? null}
              marks={marks}
              dragged={dragged}
              onDrag={setDragged}
              onVia={(pinId, at) => {
                setDragged(null);
                change(pinId, { via: { face, x: at.x, y: at.y } });
              }}
            />
          </>
        )}
        empty={<NoPicture />}
      />
      <Slip label="Rebuild" topOn={chosen ?? ''}>
        <SlipMove
          move={stationMove(view, 'rebuild')}
          {...(hand.lines.length > 0 ? { corner: `${ticked} of ${hand.lines.length}` } : {})}
        />
        {shown ? (
          <PinCard
            key={shown.row.pin.id}
            plan={shown}
            hand={hand}
            next={hand.line?.id === shown.row.pin.id && hand.at === hand.done.indexOf(false)}
            change={(part) => change(shown.row.pin.id, part)}
          />
        ) : (
          hand.line && <ItemCard key={hand.line.id} line={hand.line} hand={hand} />
        )}
        <PlanList hand={hand} held={shown !== undefined && shown.row.pin.id !== hand.line?.id} />
        <CutSection />
        <PortSection />
      </Slip>
    </HeatContext>
  );
}

/** Arrows on the plate drive its crosshair. */
const onPlate = (e: KeyboardEvent): boolean =>
  e.target instanceof Element && e.target.closest('svg') !== null;
