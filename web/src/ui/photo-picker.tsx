import { ImagePlus } from 'lucide-react';
import { useId, useState } from 'react';
import type { PhotoEntry, PhotoUse } from '@zebbit/contract';
import { PHOTO_TYPES } from '@zebbit/contract';
import { useUploadPhoto } from '../api/jobs';

interface PhotoPickerProps {
  readonly jobId: string;
  readonly use: PhotoUse;
  readonly label: string;
  readonly caption?: string;
  readonly onStored?: (photo: PhotoEntry) => void;
}

/** Picks a file, or takes one pasted or dropped on it; says what was wrong with a refused one. */
export function PhotoPicker({ jobId, use, label, caption = '', onStored }: PhotoPickerProps) {
  const id = useId();
  const upload = useUploadPhoto(jobId);
  const [over, setOver] = useState(false);
  const send = (file: File | null | undefined): void => {
    if (file) upload.mutate({ file, use, caption }, { onSuccess: onStored });
  };
  return (
    <div
      onPaste={(e) => send(e.clipboardData.files[0])}
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
      <label
        htmlFor={id}
        className={`flex min-h-12 cursor-pointer items-center justify-center gap-2 rounded-[11px] border-2 border-dashed px-4 py-2 font-semibold focus-within:outline focus-within:outline-3 focus-within:outline-copper ${over ? 'border-copper bg-copper-soft' : 'border-line bg-sheet hover:border-ink2'}`}
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
      {upload.error && (
        <p role="alert" className="mt-1 text-second text-stop">
          Photo not stored: {upload.error.message}
        </p>
      )}
    </div>
  );
}
