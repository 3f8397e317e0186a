import { Injectable } from '@nestjs/common';
import type { PhotoArrived } from '@zebbit/contract';
import { filter, map, Subject } from 'rxjs';
import type { Observable } from 'rxjs';

/** What happens to a job while it is open in a browser. */
@Injectable()
export class JobEvents {
  private readonly all = new Subject<{ readonly jobId: string; readonly event: PhotoArrived }>();

  tell(jobId: string, event: PhotoArrived): void {
    this.all.next({ jobId, event });
  }

  of(jobId: string): Observable<{ data: PhotoArrived }> {
    return this.all.pipe(
      filter((e) => e.jobId === jobId),
      map((e) => ({ data: e.event })),
    );
  }
}
