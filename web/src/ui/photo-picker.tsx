import { Camera, ImagePlus } from 'lucide-react';
import { useEffect, useId, useRef, useState } from 'react';
import type { PhotoEntry, PhotoUse } from '@zebbit/contract';
import { PHOTO_TYPES } from '@zebbit/contract';
import { useUploadPhoto } from '../api/jobs';
import { Button } from './button';
import { CameraDialog } from './camera-dialog';
import { Tip } from './tip';

interface PhotoPickerProps {
  readonly jobId: string;
  readonly use: PhotoUse;
  readonly label: string;
  readonly caption?: string;
  readonly onStored?: (photo: PhotoEntry) => void;
  /** Takes what is pasted anywhere on the page. */
  readonly pasted?: boolean;
}

/** Hands over pictures pasted into the page while `on`. */
function usePasted(on: boolean, send: (file: File) => void): void {
  const latest = useRef(send);
  useEffect(() => {
    latest.current = send;
  });
  useEffect(() => {
    if (!on) return;
    const onPaste = (e: ClipboardEvent): void => {
      const file = e.clipboardData?.files[0];
      if (file) latest.current(file);
    };
    window.addEventListener('paste', onPaste);
    return () => window.removeEventListener('paste', onPaste);
  }, [on]);
}

/** A picture from a file, dropped, pasted, or from the camera; says what was wrong with a refused one. */
export function PhotoPicker({ jobId, use, label, caption = '', onStored, pasted = false }: PhotoPickerProps) {
  const id = useId();
  const upload = useUploadPhoto(jobId);
  const [over, setOver] = useState(false);
  const [camera, setCamera] = useState(false);
  const send = (file: File | null | undefined): void => {
    if (file) upload.mutate({ file, use, caption }, { onSuccess: onStored });
  };
  usePasted(pasted, send);
  return (
    <div
      onDragOver={(e) => {
        e.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(e) => {
        e.preventDefault();
        setOver(false);
        send(e.dataTransfer.files[0]);
      }}
    >
      <div className="flex items-stretch gap-2">
        <label
          htmlFor={id}
          className={`flex min-h-12 flex-1 cursor-pointer items-center justify-center gap-2 rounded-[11px] border-2 border-dashed px-4 py-2 font-semibold focus-within:outline focus-within:outline-3 focus-within:outline-copper ${over ? 'border-copper bg-copper-soft' : 'border-line bg-sheet hover:border-ink2'}`}
        >
          <ImagePlus aria-hidden className="size-5 text-copper" />
          {upload.isPending ? 'Storing…' : label}
          <input
            id={id}
            type="file"
            className="sr-only"
            accept={PHOTO_TYPES.join(',')}
            onChange={(e) => {
              send(e.target.files?.[0]);
              e.target.value = '';
            }}
          />
        </label>
        <Tip words="Camera">
          <Button
            aria-label={`${label}: camera`}
            icon={<Camera aria-hidden className="size-5" />}
            onClick={() => setCamera(true)}
          />
        </Tip>
      </div>
      {pasted && <p className="mt-1 text-second text-ink2">or paste one with Ctrl V</p>}
      {upload.error && (
        <p role="alert" className="mt-1 text-second text-stop">
          Photo not stored: {upload.error.message}
        </p>
      )}
      <CameraDialog open={camera} onOpenChange={setCamera} onPhoto={send} />
    </div>
  );
}
