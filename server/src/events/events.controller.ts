import { Controller, Inject, Sse } from '@nestjs/common';
import type { ToldEvent } from '@zebbit/contract';
import type { Observable } from 'rxjs';
import { EventsService } from './events.service';

@Controller('api/events')
export class EventsController {
  constructor(@Inject(EventsService) private readonly events: EventsService) {}

  /** One stream for everything; a browser keeps one open for all its pages. */
  @Sse()
  listen(): Observable<{ data: ToldEvent | { alive: true } }> {
    return this.events.stream();
  }
}
