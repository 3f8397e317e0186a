import type { BenchEvent, ToldEvent } from '@zebbit/contract';
import { routes } from '@zebbit/contract';
import { useEffect, useRef } from 'react';
import { TAB } from './tab';

/** What a page hears: an event that another page or a phone caused, or that something may have been missed. */
export type Heard = BenchEvent | { readonly kind: 'missed' };

type Listener = (heard: Heard) => void;

const CHANNEL = 'zebbit-events';
/** The server says it is there every 20 s; silence for longer means that the line is dead, ms. */
const DEAD_MS = 65_000;

const isTold = (data: object): data is ToldEvent => 'event' in data;

/**
 * The one connection a browser keeps to the event stream. Whichever page holds the lock keeps it open and passes on what comes to the others;
 * when it closes, the next one takes over and says that something may have been missed.
 */
function openStream(): { readonly listeners: Set<Listener> } {
  const listeners = new Set<Listener>();
  const hear = (message: ToldEvent | 'missed'): void => {
    if (message !== 'missed' && message.by === TAB) return;
    const heard: Heard = message === 'missed' ? { kind: 'missed' } : message.event;
    for (const listener of listeners) listener(heard);
  };
  const channel = typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel(CHANNEL);
  channel?.addEventListener('message', (e: MessageEvent<ToldEvent | 'missed'>) => hear(e.data));
  const pass = (message: ToldEvent | 'missed'): void => {
    channel?.postMessage(message);
    hear(message);
  };

  const keepOpen = (): void => {
    let last = 0;
    let source = new EventSource(routes.events());
    let heardAt = Date.now();
    let wasOpen = false;
    const connect = (): void => {
      source.onopen = () => {
        // Opened again, or by another page than before: what came meanwhile was told to nobody.
        if (wasOpen || document.visibilityState === 'visible') pass('missed');
        wasOpen = true;
        last = 0;
      };
      source.onmessage = (e: MessageEvent<string>) => {
        heardAt = Date.now();
        const told = JSON.parse(e.data) as object;
        if (!isTold(told)) return;
        if (last > 0 && told.seq !== last + 1) pass('missed');
        last = told.seq;
        pass(told);
      };
    };
    connect();
    setInterval(() => {
      if (Date.now() - heardAt < DEAD_MS) return;
      source.close();
      source = new EventSource(routes.events());
      heardAt = Date.now();
      connect();
    }, DEAD_MS / 4);
  };
  if (channel && 'locks' in navigator)
    void navigator.locks.request(CHANNEL, () => {
      keepOpen();
      // Held until the page is gone.
      return new Promise<never>(() => undefined);
    });
  else keepOpen();
  return { listeners };
}

let stream: ReturnType<typeof openStream> | null = null;

/** Listens to what happens at the bench beyond this page, while mounted. */
export function useBenchEvents(listener: Listener): void {
  const latest = useRef(listener);
  useEffect(() => {
    latest.current = listener;
  });
  useEffect(() => {
    if (typeof EventSource === 'undefined') return;
    stream ??= openStream();
    const { listeners } = stream;
    const hear: Listener = (heard) => latest.current(heard);
    listeners.add(hear);
    return () => void listeners.delete(hear);
  }, []);
}
