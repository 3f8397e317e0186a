import { useEffect, useMemo, useRef, useState } from 'react';
import type { JobView, RouteReport, Way } from '@zebbit/core';
import { onFaces, wiresToLay } from '@zebbit/core';
import type { WireLayer } from '../workers/wire-layer';
import { openWireLayer } from '../workers/open-wire-layer';

export interface WaysState {
  /** How the wires lie, in the millimetres of each face; empty while they are being laid for the first time. */
  readonly ways: readonly Way[];
  readonly report: RouteReport | null;
  readonly laying: boolean;
  readonly failure: string | null;
}

const NO_WAYS: readonly Way[] = [];
interface Laid {
  readonly key: string;
  readonly report: RouteReport | null;
  readonly failure: string | null;
}

/**
 * Lays the wires of the plan in a worker, once for every change of what they depend on.
 * @param view the job without its ways
 * @param wanted whether any station that shows lengths is open
 */
export function useWays(view: JobView, wanted: boolean): WaysState {
  const asked = useMemo(() => {
    if (!wanted || !view.plans.some((p) => p.repair.kind === 'jumper')) return null;
    const task = wiresToLay(view.trace, view.plans, view.record.rebuild.choices, view.part);
    return { task, key: JSON.stringify(task.problem) };
  }, [view, wanted]);
  const [laid, setLaid] = useState<Laid>({ key: '', report: null, failure: null });
  const layer = useRef<{ readonly layer: WireLayer; readonly close: () => void } | null>(null);
  useEffect(
    () => () => {
      layer.current?.close();
      layer.current = null;
    },
    [],
  );
  const key = asked?.key ?? '';
  const task = useRef(asked?.task ?? null);
  useEffect(() => {
    task.current = asked?.task ?? null;
  });
  useEffect(() => {
    let stale = false;
    const now = task.current;
    if (key === '' || !now) return;
    layer.current ??= openWireLayer();
    layer.current.layer.lay(now.problem).then(
      (report) => {
        if (!stale) setLaid({ key, report: onFaces(now.board, report), failure: null });
      },
      (reason: unknown) => {
        const failure = reason instanceof Error ? reason.message : 'The wires could not be laid';
        if (!stale) setLaid({ key, report: null, failure });
      },
    );
    return () => {
      stale = true;
    };
  }, [key]);
  const report = key === '' ? null : laid.report;
  return {
    ways: report?.ways ?? NO_WAYS,
    report,
    laying: key !== '' && laid.key !== key,
    failure: key !== '' && laid.key === key ? laid.failure : null,
  };
}
