import { Link } from 'react-router';
import { useQuery } from '@tanstack/react-query';
import { api } from '../../api/client';
import { EngineStrip, stripOf } from '../../bench/strip/EngineStrip';
import { useReader } from '../../entry/reader';
import { inReaders } from '../../entry/wording';
import { Demo } from '../../ui/Demo';
import { ChooseFiles, DropHere, FilesSaid, useFilesIn } from '../FilesIn';
import { NoLine } from '../NoLine';

/** The engines that this shop knows, each as it lies. */
export function Engines() {
  const sheets = useQuery({ queryKey: ['sheets'], queryFn: api.sheets });
  const damaged = useQuery({ queryKey: ['damaged-sheets'], queryFn: api.damagedSheets });
  const reader = useReader();
  const files = useFilesIn();
  return (
    <DropHere onFiles={files.take}>
      <header className="flex flex-wrap items-center gap-x-6 gap-y-1 border-b-2 border-ink px-5 py-3">
        <Link to="/" className="flex min-h-11 items-center text-title font-semibold">
          ‹ Today
        </Link>
        <h1 className="text-[2rem] leading-none font-bold">Engines</h1>
        <Demo />
        <span className="grow" />
        <ChooseFiles onFiles={files.take} words="A sheet’s file in" />
        <Link
          to="/engines/new"
          className="flex min-h-14 items-center bg-ink px-4 text-title font-bold text-on-ink"
        >
          An engine of yours
        </Link>
      </header>
      <NoLine of={[sheets]} what="The engines" />
      <FilesSaid said={files.said} />
      {damaged.data?.map(({ id, version }) => (
        <p
          key={`${id} ${version}`}
          role="alert"
          className="border-b-2 border-ink bg-paper px-5 py-2 font-read text-title font-semibold text-stop"
        >
          {`Version ${version} of the sheet “${id}” can’t be read. Nothing of it is lost; builds that began with it say so. A file of it with the next number can be taken in.`}
        </p>
      ))}
      <main className="grow px-5 py-2">
        {sheets.data?.length === 0 && (
          <p className="py-8 font-read text-sentence font-semibold">
            No engine is known here yet. Say how its cylinders stand, or drop a sheet’s file here.
          </p>
        )}
        <ul>
          {sheets.data?.map((sheet) => (
            <li key={sheet.id} className="border-b-2 border-ink">
              <Link
                to={`/engines/${sheet.id}`}
                className="grid grid-cols-[260px_minmax(0,1fr)] items-center gap-6 py-3 max-md:grid-cols-1"
              >
                <span>
                  <b className="block text-sentence leading-tight">{sheet.name}</b>
                  <span className="text-base text-muted">
                    {inReaders(sheet.summary, reader)}, version {sheet.version}
                  </span>
                </span>
                <EngineStrip strip={stripOf(sheet)} places={[]} height={110} onOpen={() => undefined} />
              </Link>
            </li>
          ))}
        </ul>
      </main>
    </DropHere>
  );
}
