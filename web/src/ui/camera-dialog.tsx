import { useEffect, useRef, useState } from 'react';
import { Button } from './button';
import { Dialog } from './dialog';

interface CameraDialogProps {
  readonly open: boolean;
  readonly onOpenChange: (open: boolean) => void;
  readonly onPhoto: (file: File) => void;
}

/** Takes one picture with the camera or the microscope on this machine. */
export function CameraDialog({ open, onOpenChange, onPhoto }: CameraDialogProps) {
  return (
    <Dialog
      open={open}
      onOpenChange={onOpenChange}
      title="Camera"
      about="Straight from above; a USB microscope counts as a camera."
    >
      <Viewfinder
        onPhoto={(file) => {
          onPhoto(file);
          onOpenChange(false);
        }}
      />
    </Dialog>
  );
}

function Viewfinder({ onPhoto }: { readonly onPhoto: (file: File) => void }) {
  const video = useRef<HTMLVideoElement>(null);
  const [fault, setFault] = useState<string | null>(null);
  const [ready, setReady] = useState(false);
  useEffect(() => {
    let stream: MediaStream | null = null;
    let left = false;
    const begin = async (): Promise<void> => {
      try {
        const opened = await navigator.mediaDevices.getUserMedia({
          video: { width: { ideal: 3840 }, facingMode: 'environment' },
        });
        stream = opened;
        if (left) opened.getTracks().forEach((t) => t.stop());
        else if (video.current) video.current.srcObject = opened;
      } catch (error) {
        setFault(
          error instanceof Error && error.name === 'NotAllowedError'
            ? 'Camera: the browser was not allowed to use it'
            : 'Camera: none was found on this machine',
        );
      }
    };
    void begin();
    return () => {
      left = true;
      stream?.getTracks().forEach((t) => t.stop());
    };
  }, []);
  const shoot = (): void => {
    const element = video.current;
    if (!element) return;
    const canvas = document.createElement('canvas');
    canvas.width = element.videoWidth;
    canvas.height = element.videoHeight;
    canvas.getContext('2d')?.drawImage(element, 0, 0);
    canvas.toBlob(
      (blob) => blob && onPhoto(new File([blob], 'camera.jpg', { type: 'image/jpeg' })),
      'image/jpeg',
      0.95,
    );
  };
  return (
    <div className="flex flex-col gap-3">
      {fault === null ? (
        <video
          ref={video}
          autoPlay
          muted
          playsInline
          onLoadedData={() => setReady(true)}
          className="max-h-[56vh] w-full rounded-[12px] bg-mat"
        />
      ) : (
        <p role="alert" className="text-stop">
          {fault}
        </p>
      )}
      <Button tone="main" disabled={!ready} onClick={shoot}>
        Take the picture
      </Button>
    </div>
  );
}
