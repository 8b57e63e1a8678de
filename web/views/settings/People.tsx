import { useState } from 'react'
import type { Person, Role } from '#contract/types.ts'
import { api, type Failure } from '../../app/api.ts'
import { Button } from '../../ui/Button.tsx'
import { Field } from '../../ui/Field.tsx'
import { Part } from './Part.tsx'

/** Who runs and who logs. Nobody is deleted, since the log names them: who has left is set aside. */
export function People() {
  const people = api.usePeopleQuery().data ?? []
  const [add, added] = api.useAddPersonMutation()
  const [name, setName] = useState('')
  const failure = added.error as Failure | undefined
  const put = async (another = false) => {
    const done = await add({ id: crypto.randomUUID(), name: name.trim(), ...(another ? { another } : {}) })
    if (!done.error) setName('')
  }
  return (
    <Part title="People">
      <ul>
        {people.map((p) => (
          <PersonRow key={p.id} person={p} />
        ))}
      </ul>
      <form
        className="grid grid-cols-[1fr_auto] items-start gap-3"
        onSubmit={(e) => {
          e.preventDefault()
          void put()
        }}
      >
        <Field label="Somebody new" error={failure?.message}>
          {({ id, describedBy }) => (
            <input
              id={id}
              aria-describedby={describedBy}
              className="field"
              maxLength={120}
              autoComplete="off"
              value={name}
              onChange={(e) => setName(e.target.value)}
            />
          )}
        </Field>
        <Button type="submit" className="mt-6" disabled={name.trim() === ''}>
          Add
        </Button>
        {failure?.code === 'near-name' ? (
          <Button className="justify-self-start" onClick={() => void put(true)}>
            Yes, somebody else
          </Button>
        ) : null}
      </form>
    </Part>
  )
}

function PersonRow({ person }: { readonly person: Person }) {
  const [change, { error }] = api.useChangePersonMutation()
  const [name, setName] = useState(person.name)
  const rename = () => {
    if (name.trim() === '') setName(person.name)
    else if (name.trim() !== person.name) void change({ ...person, name: name.trim() })
  }
  const failure = error as Failure | undefined
  return (
    <li className="border-b border-rule py-2">
      <div className="flex flex-wrap items-center gap-x-3">
        <input
          aria-label={`Name of ${person.name}`}
          aria-invalid={failure ? true : undefined}
          className={`name min-h-10 w-32 min-w-0 grow rounded-md border-[1.5px] border-transparent bg-transparent px-1 text-label font-semibold hover:border-rule ${person.active ? '' : 'text-soft line-through'}`}
          maxLength={120}
          value={name}
          onChange={(e) => setName(e.target.value)}
          onBlur={rename}
          onKeyDown={(e) => (e.key === 'Enter' ? e.currentTarget.blur() : undefined)}
        />
        <select
          aria-label={`Role of ${person.name}`}
          className="name min-h-10 rounded-md border-[1.5px] border-rule bg-sheet px-2 text-text"
          value={person.role}
          onChange={(e) => void change({ ...person, role: e.target.value as Role })}
        >
          <option value="practised">qualified</option>
          <option value="apprentice">apprentice</option>
          <option value="instructor">instructor</option>
        </select>
        <Button look="quiet" onClick={() => void change({ ...person, active: !person.active })}>
          {person.active ? 'Retire' : 'Bring back'}
        </Button>
      </div>
      {failure ? (
        <p role="alert" className="text-foot font-bold text-alarm">
          {failure.message}
        </p>
      ) : null}
    </li>
  )
}
