import { useState } from 'react';
import { ChevronLeft, ChevronRight } from 'lucide-react';
import { closingOrder, openedDaysAgo } from '@zebbit/core';
import { routes } from '@zebbit/contract';
import { Button } from '../../ui/button';
import { useJob } from '../../desk/job-context';
import { Card } from '../work-sheet';

function daysWords(days: number): string {
  if (days === 0) return 'You opened this today';
  return days === 1 ? 'You opened this yesterday' : `You opened this ${days} days ago`;
}

/** The way back in pictures: the opening photos in closing order, large, one at a time. */
export function PhotoWalk() {
  const { documents } = useJob();
  const { teardown, closing } = documents;
  const shown = closingOrder(teardown).filter((c) => c.step.photoId !== null);
  const firstOpen = shown.findIndex((c) => !closing.stepsDone.includes(c.step.id));
  const [picked, setPicked] = useState<number | null>(null);
  const [now] = useState(() => new Date());
  const days = openedDaysAgo(teardown, now);
  const at = Math.min(picked ?? Math.max(0, firstOpen), shown.length - 1);
  const here = shown[at];
  if (days === null && !here) return null;
  return (
    <Card
      title={days === null ? 'How it came apart' : daysWords(days)}
      {...(shown.length > 0 ? {} : { about: 'No photos were taken on the way in.' })}
    >
      {here?.step.photoId && (
        <figure>
          <img
            src={routes.photo(here.step.photoId)}
            alt={here.title}
            className="max-h-[340px] w-full rounded-[11px] border border-line bg-mat object-contain"
          />
          <figcaption className="mt-2 flex items-center gap-3">
            <Button
              aria-label="Photo before"
              disabled={at === 0}
              icon={<ChevronLeft aria-hidden className="size-5" />}
              onClick={() => setPicked(at - 1)}
            />
            <span className="flex-1">
              <b>{here.title}</b>
              <span className="block text-second text-ink2">{here.step.note || here.care}</span>
            </span>
            <span className="figure text-second text-ink2">
              photo {at + 1} of {shown.length}
            </span>
            <Button
              aria-label="Next photo"
              disabled={at === shown.length - 1}
              icon={<ChevronRight aria-hidden className="size-5" />}
              onClick={() => setPicked(at + 1)}
            />
          </figcaption>
        </figure>
      )}
    </Card>
  );
}
