import { useQuery, useQueryClient } from '@tanstack/react-query';
import { type ChangeEvent, type FormEvent, useState } from 'react';
import { client, sentence, take } from '../../api/client';
import type { ListedPerson, RosterLine, RosterList, SchoolClass } from '../../api/types';
import { Button } from '../../ui/Button';
import { Select, Text } from '../../ui/Field';
import { Notice } from '../../ui/Notice';
import { useSettled } from '../../ui/useSettled';
import { listed, say } from '../../words/words';
import { isWorkbook, sheetAsText } from './sheet';

/** Milliseconds without a key after which what is typed is looked at. */
const RESTS = 400;

/** Names typed, pasted or from a file, each with who that is, before anybody is added. */
export function AddStudents({ group }: { group: SchoolClass }) {
    const [names, setNames] = useState('');
    const [lists, setLists] = useState<RosterList[]>([]);
    const [chosen, setChosen] = useState(0);
    const [turned, setTurned] = useState(false);
    const [said, setSaid] = useState<Record<string, string | null>>({});
    const [message, setMessage] = useState<string | null>(null);
    const [error, setError] = useState<string | null>(null);
    const queries = useQueryClient();
    const path = { params: { path: { class: group.id } } };
    const list = lists[chosen];
    const body = useSettled(list === undefined ? { names } : { people: turned ? list.people.map(turn) : list.people }, RESTS);
    const isEmpty = 'names' in body && body.names.trim() === '';
    const looked = useQuery({
        queryKey: ['roster-preview', group.id, body, group.roster.length],
        queryFn: () => take(client.POST('/classes/{class}/roster-preview', { ...path, body })),
        enabled: !isEmpty,
        placeholderData: (before) => (isEmpty ? undefined : before),
    });
    const lines = isEmpty ? [] : (looked.data?.lines ?? []);
    const choice = (line: RosterLine) =>
        line.name in said ? said[line.name] : line.as === 'name' ? (line.likely ?? undefined) : undefined;
    const open = lines.filter((line) => line.as === 'name' && choice(line) === undefined);
    const fit = lines.filter((line) => ['new', 'back', 'number', 'name'].includes(line.as));

    const clear = () => {
        setNames('');
        setLists([]);
        setChosen(0);
        setTurned(false);
        setSaid({});
    };
    const add = async (event: FormEvent) => {
        event.preventDefault();
        setError(null);
        setMessage(null);
        try {
            const people = fit.map((line) => {
                const student = choice(line);
                const { given, family, called, number } = line;
                return { given, family, called, number, ...(student === undefined ? {} : { student }) };
            });
            const done = await take(client.POST('/classes/{class}/students', { ...path, body: { people } }));
            queries.setQueryData(['class', group.id], done.class);
            setMessage(
                say('teacher.roster.added', {
                    added: done.added.length,
                    isLeft: done.left.length === 0 ? 'no' : 'yes',
                    left: listed(done.left.map((line) => line.name)),
                }),
            );
            clear();
        } catch (problem) {
            setError(sentence(problem));
        }
    };
    const readFile = async (event: ChangeEvent<HTMLInputElement>) => {
        const field = event.currentTarget;
        const file = field.files?.[0];
        if (file === undefined) {
            return;
        }
        setError(null);
        setMessage(null);
        try {
            if (isWorkbook(file)) {
                setLists([]);
                const text = await sheetAsText(file).catch(() => null);
                setNames(text ?? '');
                setError(text === null ? say('teacher.roster.workbook-unreadable') : null);
            } else {
                const form = new FormData();
                form.append('file', file);
                const found = await take(
                    client.POST('/classes/{class}/roster-file', {
                        ...path,
                        body: form as never,
                        bodySerializer: (given) => given as never,
                    }),
                );
                setNames('');
                setChosen(0);
                setLists(found);
            }
        } catch (problem) {
            setError(sentence(problem));
        }
        field.value = '';
    };

    return (
        <form className="grid gap-3" onSubmit={(event) => void add(event)} aria-labelledby="add-students">
            <h2 id="add-students" className="text-xl">
                {say('teacher.class.add-students')}
            </h2>
            {lists.length === 0 ? (
                <Text
                    label={say('teacher.roster.names')}
                    hint={say('teacher.roster.one-name-a-line')}
                    rows={4}
                    maxLength={100_000}
                    value={names}
                    onChange={(event) => {
                        setNames(event.currentTarget.value);
                        setMessage(null);
                    }}
                />
            ) : (
                <div className="flex flex-wrap items-end gap-3">
                    {lists.length > 1 && (
                        <Select
                            label={say('teacher.roster.which-list')}
                            value={chosen}
                            onChange={(event) => setChosen(Number(event.currentTarget.value))}
                        >
                            {lists.map((one, index) => (
                                <option key={`${one.name} ${index}`} value={index}>
                                    {say('teacher.roster.list', { name: one.name === '' ? index + 1 : one.name, n: one.people.length })}
                                </option>
                            ))}
                        </Select>
                    )}
                    {list !== undefined && list.left > 0 && (
                        <p className="text-sm">{say('teacher.roster.too-many', { left: list.left })}</p>
                    )}
                    <Button onClick={() => setTurned(!turned)}>{say('teacher.roster.turn-names')}</Button>
                    <Button weight="quiet" onClick={clear}>
                        {say('teacher.roster.not-this-file')}
                    </Button>
                </div>
            )}
            {lists.length === 0 && (
                <label className="w-fit text-sm">
                    <span className="mb-1 block font-semibold">{say('teacher.roster.or-a-file')}</span>
                    <input
                        type="file"
                        className="max-w-full text-sm file:mr-3 file:rounded-md file:border file:border-edge file:bg-sheet file:px-3 file:py-1.5 file:font-semibold file:text-ink"
                        accept=".txt,.csv,.tsv,.xlsx,.xlsm,.zip,text/plain,text/csv"
                        onChange={(event) => void readFile(event)}
                    />
                </label>
            )}
            {looked.error !== null && !isEmpty && <Notice>{sentence(looked.error)}</Notice>}
            {lines.length > 0 && (
                <Preview lines={lines} choice={choice} onChoose={(line, student) => setSaid({ ...said, [line.name]: student })} />
            )}
            {error !== null && <Notice>{error}</Notice>}
            {message !== null && <Notice tone="well">{message}</Notice>}
            <div className="flex flex-wrap items-center gap-3">
                <Button
                    type="submit"
                    weight="main"
                    className="min-h-[42px]"
                    disabled={fit.length === 0 || open.length > 0 || looked.isPlaceholderData || looked.isFetching}
                >
                    {say('teacher.roster.add', { n: fit.length })}
                </Button>
                {open.length > 0 && <p className="text-sm">{say('teacher.roster.say-who', { n: open.length })}</p>}
            </div>
        </form>
    );
}

/** Family name first where the file has them the other way round. */
function turn(person: ListedPerson): ListedPerson {
    return person.family === '' ? person : { ...person, given: person.family, family: person.given, called: null };
}

interface PreviewProps {
    lines: RosterLine[];
    choice: (line: RosterLine) => string | null | undefined;
    onChoose: (line: RosterLine, student: string | null) => void;
}

function Preview({ lines, choice, onChoose }: PreviewProps) {
    const counts = new Map<RosterLine['as'], number>();
    for (const line of lines) {
        counts.set(line.as, (counts.get(line.as) ?? 0) + 1);
    }
    return (
        <section aria-label={say('teacher.roster.before-anybody-is-added')} className="rounded-lg border border-line bg-sheet">
            <p className="border-b border-line px-3 py-2 text-sm font-semibold">
                {listed([...counts].map(([as, n]) => say('teacher.roster.so-many', { as, n })))}
            </p>
            <ul className="max-h-80 overflow-y-auto px-3 py-1">
                {lines.map((line, index) => (
                    <li key={index} className="flex flex-wrap items-center gap-x-3 border-b border-line py-1 last:border-0">
                        <span dir="auto" className="min-w-40 flex-1 break-words">
                            {line.name}
                        </span>
                        {line.as === 'name' ? (
                            <Select
                                label={say('teacher.roster.who-is', { name: line.name })}
                                hideLabel
                                className="max-w-72 py-1 text-sm"
                                value={choice(line) === undefined ? '' : (choice(line) ?? 'new')}
                                onChange={(event) => onChoose(line, event.currentTarget.value === 'new' ? null : event.currentTarget.value)}
                            >
                                {choice(line) === undefined && <option value="">{say('teacher.roster.is-it-the-same')}</option>}
                                {line.students.map((student) => (
                                    <option key={student.id} value={student.id}>
                                        {say('teacher.roster.the-one-of', { classes: listed(student.classes) })}
                                    </option>
                                ))}
                                <option value="new">{say('teacher.roster.somebody-else')}</option>
                            </Select>
                        ) : (
                            <span className={`text-sm ${line.as === 'new' ? 'text-soft' : 'font-semibold'}`}>
                                {say('teacher.roster.is', {
                                    as: line.as,
                                    name: line.students[0]?.name ?? '',
                                    classes: listed(line.students[0]?.classes ?? []) || 'none',
                                })}
                            </span>
                        )}
                    </li>
                ))}
            </ul>
        </section>
    );
}
