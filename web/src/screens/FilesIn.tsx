import { useQueryClient } from '@tanstack/react-query';
import { useState, type ReactNode } from 'react';
import { useNavigate } from 'react-router';
import { api, Problem } from '../api/client';

/** What is wrong with a file, each by its field; a long list begins with what to look at first. */
const most = 5;

const wrong = (name: string, error: unknown): string[] => {
  if (!(error instanceof Problem))
    return [`${name} can’t be read: it must be one of Neat Bore’s own files (JSON).`];
  const fields = Object.entries(error.errors).map(
    ([field, words]) => `${field || 'The file'} ${words.join(', ')}.`,
  );
  const more = fields.length > most ? [`And ${fields.length - most} more.`] : [];
  return [
    `${name} was not taken, and nothing was changed. ${error.message}`,
    ...fields.slice(0, most),
    ...more,
  ];
};

/** Takes build files and engine sheets in: all of one or nothing of it, with what is wrong by its field. */
export function useFilesIn() {
  const client = useQueryClient();
  const navigate = useNavigate();
  const [said, setSaid] = useState<readonly string[]>([]);
  const take = async (files: Iterable<File>) => {
    setSaid([]);
    for (const file of files) {
      try {
        const text = await file.text();
        const kind = 'log' in (JSON.parse(text) as object) ? 'build' : 'sheet';
        const { build } = await api.takeIn(kind, text);
        await client.invalidateQueries({ queryKey: ['sheets'] });
        await client.invalidateQueries({ queryKey: ['sheet'] });
        await client.invalidateQueries({ queryKey: ['today'] });
        if (build != null) await navigate(`/builds/${build}`);
      } catch (error) {
        setSaid((before) => [...before, ...wrong(file.name, error)]);
      }
    }
  };
  return { take: (files: Iterable<File>) => void take(files), said };
}

/** A screen that files can be dropped on. */
export function DropHere({
  onFiles,
  children,
}: {
  onFiles: (files: Iterable<File>) => void;
  children: ReactNode;
}) {
  const [over, setOver] = useState(false);
  return (
    <div
      className={`flex min-h-dvh flex-col ${over ? 'outline-4 -outline-offset-4 outline-ink' : ''}`}
      onDragOver={(e) => {
        e.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(e) => {
        e.preventDefault();
        setOver(false);
        onFiles(e.dataTransfer.files);
      }}
    >
      {children}
    </div>
  );
}

/** The same for whoever drops nothing: a button that asks for files. */
export const ChooseFiles = ({
  onFiles,
  words,
}: {
  onFiles: (files: Iterable<File>) => void;
  words: string;
}) => (
  <label className="flex min-h-14 cursor-pointer items-center justify-center border-2 border-ink px-4 text-title font-semibold has-focus-visible:outline-4 has-focus-visible:outline-offset-2 has-focus-visible:outline-ink">
    {words}
    <input
      type="file"
      accept="application/json,.json"
      multiple
      className="sr-only"
      onChange={(e) => {
        onFiles(e.currentTarget.files ?? []);
        e.currentTarget.value = '';
      }}
    />
  </label>
);

/** What became of files that were not taken. */
export const FilesSaid = ({ said }: { said: readonly string[] }) =>
  said.length > 0 ? (
    <div role="alert" className="border-b-2 border-ink bg-paper px-5 py-3 font-read text-title text-stop">
      {said.map((words) => (
        <p key={words} className="font-semibold">
          {words}
        </p>
      ))}
    </div>
  ) : null;
