import { Link, useRouteError } from 'react-router';
import { ApiFailureError } from '../api/client';

function Sorry({ title, why }: { readonly title: string; readonly why: string }) {
  return (
    <main className="mx-auto flex h-full max-w-xl flex-col justify-center gap-4 p-8">
      <h1 className="text-move font-semibold">{title}</h1>
      <p className="text-ink2">{why}</p>
      <Link className="self-start rounded-[12px] bg-copper px-5 py-3 font-semibold text-on-copper" to="/">
        Back to tonight
      </Link>
    </main>
  );
}

/** The one place where a route's errors arrive. */
export function RouteError() {
  const error = useRouteError();
  if (error instanceof ApiFailureError && error.failure.code === 'not-found') {
    return <Sorry title="There is no such job" why="It may have been made in another data folder." />;
  }
  return (
    <Sorry
      title="This page stumbled"
      why={error instanceof Error ? error.message : 'Reload it; what was saved is still there.'}
    />
  );
}

export function NotHere() {
  return <Sorry title="Nothing lives here" why="The address leads to no page of Zebbit." />;
}
