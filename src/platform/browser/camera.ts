// The camera that the browser has, and why it could not be opened, in words.

export type OpenStream = () => Promise<{ stream: MediaStream; close: () => void }>;

/** The camera that the browser has; refused or missing ones are told in words. */
export const realCamera: OpenStream = async () => {
  const stream = await navigator.mediaDevices.getUserMedia({
    video: { width: { ideal: 1920 }, height: { ideal: 1080 }, facingMode: 'environment' },
    audio: false,
  });
  return { stream, close: () => stream.getTracks().forEach((track) => track.stop()) };
};

const troubles: Readonly<Record<string, string>> = {
  NotAllowedError: 'The camera is not allowed here. Allow it beside the address of this page, then open it again.',
  NotFoundError: 'No camera was found. Plug one in, or take the picture with a phone and load it from there.',
  NotReadableError: 'The camera is in use by something else. Close that, then open it again.',
};

/** Why a camera could not be opened, and what to do. */
export const cameraTrouble = (error: unknown): string =>
  troubles[error instanceof Error ? error.name : ''] ??
  'The camera could not be opened. This page must be on https or on this machine.';
