import type { Kit, KitTool, WorkshopRecord } from '@zebbit/core';
import { KIT_SHEETS, KIT_TOOLS, WIRE_STOCK } from '@zebbit/core';
import { useSaveWorkshop, useWorkshop } from '../api/workshop';
import { Button } from '../ui/button';
import { ChipsMany } from '../ui/chips';
import { Dialog } from '../ui/dialog';

/** What most benches have: where a kit is begun from (common practice). */
const USUAL: readonly KitTool[] = [
  'fine-tip',
  'chisel-tip',
  'braid',
  'leaded-solder',
  'flux',
  'alcohol',
  'knife',
  'tweezers',
  'cutter',
  'tape',
];

/** Tools and wires at hand, told once for the workshop: plans and acts are then made with them. */
export function KitDialog({
  open,
  onOpenChange,
}: {
  readonly open: boolean;
  readonly onOpenChange: (open: boolean) => void;
}) {
  const record = useWorkshop().data?.workshop.record;
  const save = useSaveWorkshop();
  const change = (part: Partial<Kit>): void => {
    if (record) save.mutate({ ...record, kit: { ...record.kit, ...part } } satisfies WorkshopRecord);
  };
  const tools = record?.kit.tools ?? null;
  const wires = record?.kit.wires ?? null;
  return (
    <Dialog
      open={open}
      onOpenChange={onOpenChange}
      title="The kit"
      about="What lies on your bench. Rebuild plans with it, and says what an act would want beside it."
    >
      {!record && <p className="text-ink2">Opening the kit…</p>}
      {record && (
        <div className="flex flex-col gap-5">
          <section aria-label="Tools">
            <h3 className="mb-2 font-bold">Tools</h3>
            {tools === null ? (
              <div className="flex items-center gap-3">
                <p className="flex-1 text-second text-ink2">Not told yet: everything is taken to be there.</p>
                <Button tone="main" onClick={() => change({ tools: USUAL })}>
                  Begin with what most benches have
                </Button>
              </div>
            ) : (
              <ChipsMany
                label="Tools at hand"
                options={KIT_TOOLS.map((t) => [t, KIT_SHEETS[t].name] as const)}
                value={tools}
                onChange={(now) => change({ tools: now })}
              />
            )}
          </section>
          <section aria-label="Wires">
            <h3 className="mb-2 font-bold">Wires</h3>
            <ChipsMany
              label="Wires at hand"
              options={WIRE_STOCK.map((w) => [w.id, w.name] as const)}
              value={wires ?? []}
              onChange={(now) => change({ wires: now })}
            />
            {wires === null && (
              <p className="mt-2 text-second text-ink2">Not told yet: any of them is advised.</p>
            )}
          </section>
          {save.error && (
            <p role="alert" className="font-semibold text-stop">
              {save.error.message}
            </p>
          )}
          {(tools !== null || wires !== null) && (
            <Button className="self-start" onClick={() => change({ tools: null, wires: null })}>
              Not told after all
            </Button>
          )}
        </div>
      )}
    </Dialog>
  );
}
