import { useState } from 'react';
import type { Signer } from '../../api/types';
import { Button } from '../../ui/Button';
import { Field, Wrong } from './Field';
import { useChange } from './useChange';

const roles = [
  ['lead', 'lead: opens gates, changes sheets and settings'],
  ['builder', 'builder: works'],
  ['viewer', 'viewer: reads'],
] as const;

/** Who works here, and what each may do. */
export function People({ all }: { all: readonly Signer[] }) {
  const { change, said } = useChange();
  const [name, setName] = useState('');
  const [about, setAbout] = useState('');
  const wrong = said['role'] ?? said['by'] ?? said[''];
  const put = (person: Signer) => {
    setAbout(person.id);
    return change({ person });
  };
  const add = async () => {
    const plain = name
      .normalize('NFD')
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '');
    let id = plain || 'person';
    for (let n = 2; all.some((p) => p.id === id); n++) id = `${plain || 'person'}-${n}`;
    if (await put({ id, name, role: 'builder' })) setName('');
  };
  return (
    <>
      <p className="max-w-[46em] font-read text-base">
        Whoever stood at the bench stays in the record by the name and the role held at that moment.
      </p>
      <ul className="mt-3 border-t-2 border-ink">
        {all.map((p) => (
          <li key={p.id} className="flex flex-wrap items-center gap-x-6 border-b border-rule py-2">
            <b className="w-56 text-title">{p.name}</b>
            <select
              aria-label={`What ${p.name} may do`}
              className="h-12 border-2 border-ink bg-white px-1 text-title font-semibold max-md:w-full"
              value={p.role}
              onChange={(e) => void put({ ...p, role: e.target.value as Signer['role'] })}
            >
              {roles.map(([role, words]) => (
                <option key={role} value={role}>
                  {words}
                </option>
              ))}
            </select>
            {about === p.id && wrong?.map((words) => <Wrong key={words}>{words}</Wrong>)}
          </li>
        ))}
      </ul>
      <form
        className="mt-4 flex flex-wrap items-start gap-4"
        onSubmit={(e) => {
          e.preventDefault();
          void add();
        }}
      >
        <Field
          label="Somebody else’s name"
          width="w-72"
          value={name}
          onChange={setName}
          wrong={said['name']?.map((words) => `It ${words}.`).join(' ')}
        />
        <Button low type="submit" className="h-[52px]">
          Put in as builder
        </Button>
        {!all.some((p) => p.id === about) && wrong?.map((words) => <Wrong key={words}>{words}</Wrong>)}
      </form>
    </>
  );
}
