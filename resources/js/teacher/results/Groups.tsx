import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { client, take } from '../../api/client';
import type { Evidence, QuizDocument } from '../../api/types';
import { Button } from '../../ui/Button';
import { FollowUpLink } from '../../ui/FollowUpLink';
import { byWords } from '../../ui/figures/Sorting';
import { Names } from '../../ui/Names';
import { useAttempt } from '../../ui/useAttempt';
import { say } from '../../words/words';
import { needOf } from './needs';
import { WriteTo } from './WriteTo';

interface Props {
    task: string;
    follow: boolean;
    document: QuizDocument;
    evidence: Evidence;
    nameOf: (student: string) => string;
    least: number;
    onLeast: (least: number) => void;
}

type Group = Evidence['groups'][number];

/** Students who need the same: as proposed, or as the teacher put them together. */
export function Groups({ task, follow, document, evidence, nameOf, least, onLeast }: Props) {
    const [changing, setChanging] = useState(false);
    const { error, attempt } = useAttempt();
    const queries = useQueryClient();
    const path = { task };
    const again = () => queries.invalidateQueries({ queryKey: ['evidence', task] });
    const keep = (groups: Group[]) =>
        attempt(async () => {
            await take(client.PUT('/tasks/{task}/groups', { params: { path }, body: { groups } }));
            await again();
        });
    const asProposed = () =>
        attempt(async () => {
            await take(client.DELETE('/tasks/{task}/groups', { params: { path } }));
            await again();
            setChanging(false);
        });
    return (
        <section aria-labelledby="groups" className="min-w-0">
            <h2 id="groups" className="mb-2 text-xl">
                {say('teacher.evidence.groups-that-need-the-same')}
            </h2>
            <div className="mb-2 flex flex-wrap items-center gap-x-4 gap-y-1 text-sm">
                {evidence.groupsByHand ? (
                    <>
                        <span>{say('teacher.groups.by-hand')}</span>
                        <Button weight="quiet" onClick={() => void asProposed()}>
                            {say('teacher.groups.as-proposed')}
                        </Button>
                    </>
                ) : (
                    <label>
                        {say('teacher.evidence.none-smaller-than')}{' '}
                        <select
                            className="rounded-md border border-edge bg-sheet px-2 py-1"
                            value={least}
                            onChange={(event) => onLeast(Number(event.currentTarget.value))}
                        >
                            {[2, 3, 4, 5, 6, 8].map((count) => (
                                <option key={count}>{count}</option>
                            ))}
                        </select>
                    </label>
                )}
                <Button weight="quiet" aria-expanded={changing} onClick={() => setChanging(!changing)}>
                    {say(changing ? 'teacher.groups.changed' : 'teacher.groups.change')}
                </Button>
            </div>
            {error !== null && <p role="alert">{error}</p>}
            {changing && <ByHand document={document} evidence={evidence} nameOf={nameOf} onKeep={(groups) => void keep(groups)} />}
            {evidence.groups.length === 0 ? (
                <p className="text-sm">{say('teacher.evidence.no-students-share-a-need', { least })}</p>
            ) : (
                <ol className="grid gap-2 text-sm">
                    {evidence.groups.map((group) => (
                        <li key={group.need} className="rounded-md border border-line bg-sheet px-3 py-2">
                            <p className="font-semibold">
                                {say('teacher.evidence.students', { students: group.students.length, need: needOf(document, group.need) })}
                            </p>
                            <p>
                                <Names names={group.students.map(nameOf).sort(byWords)} />
                            </p>
                            <div className="flex flex-wrap gap-x-6">
                                <WriteTo task={task} students={group.students.filter((student) => student in evidence.names)} />
                                {follow && <FollowUpLink task={task} need={group.need} students={group.students} />}
                            </div>
                        </li>
                    ))}
                </ol>
            )}
        </section>
    );
}

/** The groups with a student in another one, or in none. */
export function moved(groups: Group[], student: string, to: string): Group[] {
    const left = groups.map(({ need, students }) => ({ need, students: students.filter((one) => one !== student) }));
    const there = left.some(({ need }) => need === to) || to === '' ? left : [...left, { need: to, students: [] }];
    return there
        .map((group) => (group.need === to ? { ...group, students: [...group.students, student] } : group))
        .filter(({ students }) => students.length > 0);
}

interface ByHandProps {
    document: QuizDocument;
    evidence: Evidence;
    nameOf: (student: string) => string;
    onKeep: (groups: Group[]) => void;
}

/** Each student with the group that they are in. */
function ByHand({ document, evidence, nameOf, onKeep }: ByHandProps) {
    const students = Object.keys(evidence.names).sort((a, b) => byWords(nameOf(a), nameOf(b)));
    const needs = [...(document.misconceptions ?? []), ...(document.objectives ?? [])];
    return (
        <ul className="mb-3 grid max-h-80 gap-1 overflow-y-auto rounded-md border border-line px-3 py-2 text-sm">
            {students.map((student) => (
                <li key={student}>
                    <label className="flex items-center gap-3">
                        <span className="w-40 shrink-0">{nameOf(student)}</span>
                        <select
                            className="w-full min-w-0 rounded-md border border-edge bg-sheet px-2 py-1"
                            value={evidence.groups.find((group) => group.students.includes(student))?.need ?? ''}
                            onChange={(event) => onKeep(moved(evidence.groups, student, event.currentTarget.value))}
                        >
                            <option value="">{say('teacher.groups.in-none')}</option>
                            {needs.map(({ id, text }) => (
                                <option key={id} value={id}>
                                    {text}
                                </option>
                            ))}
                        </select>
                    </label>
                </li>
            ))}
        </ul>
    );
}
