import type { CDPSession } from '@playwright/test';

interface TraceEvent {
  readonly name: string;
  readonly ts: number;
}

/** Frames the browser itself counts while something is done, a second (DevTools protocol). */
export async function framesASecond(cdp: CDPSession, act: () => Promise<void>): Promise<number> {
  const events: TraceEvent[] = [];
  const take = (e: { value: unknown[] }): void => void events.push(...(e.value as TraceEvent[]));
  cdp.on('Tracing.dataCollected', take);
  await cdp.send('Tracing.start', {
    categories: 'devtools.timeline.frame,disabled-by-default-devtools.timeline.frame',
    transferMode: 'ReportEvents',
  });
  const start = Date.now();
  await act();
  const seconds = (Date.now() - start) / 1000;
  const done = new Promise((resolve) => cdp.once('Tracing.tracingComplete', resolve));
  await cdp.send('Tracing.end');
  await done;
  cdp.off('Tracing.dataCollected', take);
  return new Set(events.filter((e) => e.name === 'DrawFrame').map((e) => e.ts)).size / seconds;
}

/** Turns the wheel for two seconds at a place, down and up again. A wheel's turns are not waited for: each answer takes two frames of its own. */
export async function turnWheel(cdp: CDPSession, x: number, y: number, step: number): Promise<void> {
  const start = Date.now();
  const sent: Promise<unknown>[] = [];
  for (let i = 0; Date.now() - start < 2000; i += 1) {
    const deltaY = i % 60 < 30 ? -step : step;
    sent.push(cdp.send('Input.dispatchMouseEvent', { type: 'mouseWheel', x, y, deltaX: 0, deltaY }));
    await new Promise((resolve) => setTimeout(resolve, 8));
  }
  await Promise.all(sent);
}
