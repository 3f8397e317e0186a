import { Smartphone } from 'lucide-react';
import { useState } from 'react';
import QRCode from 'qrcode';
import type { PhoneLink } from '@zebbit/contract';
import type { Face } from '@zebbit/core';
import { routes } from '@zebbit/contract';
import { api, ApiFailureError } from '../../api/client';
import { Button } from '../../ui/button';
import { Dialog } from '../../ui/dialog';
import { useJob } from '../../desk/job-context';

/** A code that a phone opens once; what it sends lands on the plate by itself. */
export function PhoneDialog({ face }: { readonly face: Face }) {
  const { bundle } = useJob();
  const [shown, setShown] = useState<{
    readonly svg: string;
    readonly url: string;
    readonly until: string;
  } | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const count = bundle.photos.length;
  // What arrives from the phone closes the code: it is open only while there are as many photos as when it was asked for.
  const [openAt, setOpenAt] = useState<number | null>(null);
  const ask = async (): Promise<void> => {
    setFault(null);
    setShown(null);
    setOpenAt(count);
    try {
      const link = await api.post<PhoneLink>(routes.phoneLink(bundle.id), { face });
      const [url] = link.urls;
      if (url)
        setShown({
          url,
          svg: await QRCode.toString(url, { type: 'svg', margin: 1 }),
          until: new Date(link.expiresAt).toLocaleTimeString([], { hour: '2-digit', minute: '2-digit' }),
        });
    } catch (error) {
      setFault(
        error instanceof ApiFailureError
          ? `${error.failure.message}. ${error.failure.hint ?? ''}`
          : String(error),
      );
    }
  };
  return (
    <>
      <Button
        tone="quiet"
        className="mt-2"
        icon={<Smartphone aria-hidden className="size-5" />}
        onClick={() => void ask()}
      >
        Add from phone
      </Button>
      <Dialog
        open={openAt === count}
        onOpenChange={(on) => setOpenAt(on ? count : null)}
        title="A picture from the phone"
        about={`It lands on the ${face} face. The phone has to be in the same network as this machine.`}
      >
        {fault !== null && (
          <p role="alert" className="text-stop">
            Phone: {fault}
          </p>
        )}
        {shown && (
          <div className="flex flex-col items-center gap-3">
            <img
              alt="Code with the address for the phone"
              width={260}
              height={260}
              src={`data:image/svg+xml;utf8,${encodeURIComponent(shown.svg)}`}
            />
            <p className="figure break-all text-center text-second">{shown.url}</p>
            <p className="text-second text-ink2">Opens once, for this job alone, until {shown.until}.</p>
          </div>
        )}
      </Dialog>
    </>
  );
}
