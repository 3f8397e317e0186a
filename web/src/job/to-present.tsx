import { useState } from 'react';
import { Navigate } from 'react-router';
import { presentStation } from '@zebbit/core';
import { useJob } from '../desk/job-context';

/** Untouched for so long a job opens at where it was left. */
const WEEKS_MS = 14 * 86_400_000;

/** A job opened without a station opens at the one that wants the hand; after weeks at what was left. */
export function ToPresent() {
  const { view, bundle, documents } = useJob();
  const [now] = useState(() => Date.now());
  const away = now - Date.parse(bundle.updatedAt) > WEEKS_MS && !documents.closing.handedBack;
  return <Navigate to={`/jobs/${bundle.id}/${away ? 'where-you-were' : presentStation(view)}`} replace />;
}
