import { useState } from 'react';
import { Navigate } from 'react-router';
import { isLeftForWeeks, presentStation } from '@zebbit/core';
import { useJob } from '../desk/job-context';

/** A job opened without a station opens at the one that wants the hand; after weeks at what was left. */
export function ToPresent() {
  const { view, bundle, documents } = useJob();
  const [now] = useState(() => Date.now());
  const away = isLeftForWeeks(bundle.updatedAt, now) && !documents.closing.handedBack;
  return <Navigate to={`/jobs/${bundle.id}/${away ? 'where-you-were' : presentStation(view)}`} replace />;
}
