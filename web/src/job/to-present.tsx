import { Navigate } from 'react-router';
import { presentStation } from '@zebbit/core';
import { useJob } from '../desk/job-context';

/** A job opened without a station opens at the one that wants the hand. */
export function ToPresent() {
  const { view, bundle } = useJob();
  return <Navigate to={`/jobs/${bundle.id}/${presentStation(view)}`} replace />;
}
