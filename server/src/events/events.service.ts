import type { OnModuleDestroy } from '@nestjs/common';
import { Injectable } from '@nestjs/common';
import type { BenchEvent, ToldEvent } from '@zebbit/contract';
import type { Observable } from 'rxjs';
import { map, merge, ReplaySubject, Subject, takeUntil, timer } from 'rxjs';
import { callerNow } from './caller';

/** A sign of life this often keeps the line open, and lets a page notice that it is gone, ms. */
const ALIVE_MS = 20_000;

interface Sent {
  readonly data: ToldEvent | { readonly alive: true };
}

/** What happens at this bench, told to every page that listens, in order; only what was stored is told. */
@Injectable()
export class EventsService implements OnModuleDestroy {
  private readonly all = new Subject<ToldEvent>();
  private readonly over = new ReplaySubject<true>(1);
  private seq = 0;

  tell(event: BenchEvent): void {
    this.seq += 1;
    this.all.next({ seq: this.seq, by: callerNow(), event });
  }

  /** Ends every stream: a server that is told to stop would else wait for as long as a page is open. */
  onModuleDestroy(): void {
    this.over.next(true);
  }

  stream(): Observable<Sent> {
    return merge(
      timer(0, ALIVE_MS).pipe(map(() => ({ data: { alive: true } as const }))),
      this.all.pipe(map((told) => ({ data: told }))),
    ).pipe(takeUntil(this.over));
  }
}
