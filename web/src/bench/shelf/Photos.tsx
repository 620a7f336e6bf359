import { useState } from 'react';
import { api, Problem } from '../../api/client';
import type { PhotoRef, StepState } from '../../api/types';

const longest = 1600;

/** A camera's picture made small enough for the record, and nothing in it but the picture. */
async function shrunk(file: File): Promise<Blob> {
  const bitmap = await createImageBitmap(file).catch(() => {
    throw new Problem(
      0,
      'This file is not a picture that the browser can show. Take a photo, or pick a JPEG or PNG.',
    );
  });
  const scale = Math.min(1, longest / Math.max(bitmap.width, bitmap.height));
  const canvas = document.createElement('canvas');
  canvas.width = Math.max(1, Math.round(bitmap.width * scale));
  canvas.height = Math.max(1, Math.round(bitmap.height * scale));
  canvas.getContext('2d')!.drawImage(bitmap, 0, 0, canvas.width, canvas.height);
  bitmap.close();
  return new Promise((resolve, reject) =>
    canvas.toBlob(
      (blob) => (blob ? resolve(blob) : reject(new Problem(0, 'The picture could not be made smaller.'))),
      'image/jpeg',
      0.82,
    ),
  );
}

/** The photos of a step, and the tablet's camera. */
export function Photos({
  step,
  onAttach,
}: {
  step: StepState;
  onAttach: (photo: PhotoRef, caption: string) => void;
}) {
  const [caption, setCaption] = useState('');
  const [state, setState] = useState<'ready' | 'sending' | { fault: string }>('ready');
  const take = async (file: File) => {
    setState('sending');
    try {
      onAttach(await api.photo(await shrunk(file)), caption.trim());
      setCaption('');
      setState('ready');
    } catch (error) {
      const problem = error instanceof Problem ? error : new Problem(0, 'The photo was not taken.');
      setState({ fault: [...Object.values(problem.errors).flat(), problem.message][0]! });
    }
  };
  return (
    <>
      {step.photos.length > 0 && (
        <ul className="mt-2 grid grid-cols-2 gap-2">
          {step.photos.map(({ photo, caption: words, by }) => (
            <li key={photo.sha256} className="text-base">
              <img
                src={`/api/photos/${photo.sha256}`}
                alt={words || `Photo of ${step.title}`}
                width={photo.widthPx}
                height={photo.heightPx}
                className="h-auto w-full border-2 border-ink"
              />
              {words} <span className="text-muted">{by.name}</span>
            </li>
          ))}
        </ul>
      )}
      <label className="mt-2 block text-base">
        What it shows
        <input
          className="mt-1 block h-14 w-full border-2 border-ink bg-page px-2 font-read text-base"
          value={caption}
          maxLength={200}
          onChange={(e) => setCaption(e.target.value)}
        />
      </label>
      <label className="mt-3 flex h-16 w-full cursor-pointer items-center justify-center bg-ink text-title font-bold text-on-ink focus-within:outline-4 focus-within:outline-offset-2">
        {state === 'sending' ? 'Sending' : 'Take a photo'}
        <input
          type="file"
          accept="image/*"
          capture="environment"
          className="sr-only"
          disabled={state === 'sending'}
          onChange={(e) => {
            const file = e.target.files?.[0];
            e.target.value = '';
            if (file) void take(file);
          }}
        />
      </label>
      {typeof state === 'object' && (
        <p role="alert" className="mt-2 text-base font-semibold text-stop">
          {state.fault}
        </p>
      )}
    </>
  );
}
