import type { ReactNode } from 'react';
import type { Evidence, QuizDocument } from '../../api/types';
import { FollowUpLink } from '../../ui/FollowUpLink';
import { Names } from '../../ui/Names';
import { rich, say } from '../../words/words';
import { misconceptionsOf, objectivesOf } from './needs';
import { WriteTo } from './WriteTo';

interface Props {
    task: string;
    /** Whether follow-ups can be given: only to students of a class. */
    follow: boolean;
    document: QuizDocument;
    evidence: Evidence;
    namesOf: (students: string[]) => string[];
}

/** Misconceptions and objectives, with the students who show or miss them. */
export function Needs({ task, follow, document, evidence, namesOf }: Props) {
    const misconceptions = misconceptionsOf(document, evidence);
    const objectives = objectivesOf(document, evidence);
    return (
        <section aria-labelledby="misconceptions" className="min-w-0">
            <h2 id="misconceptions" className="mb-2 text-xl">
                {say('teacher.evidence.misconceptions-and-objectives')}
            </h2>
            {misconceptions.length + objectives.length === 0 && (
                <p className="text-sm">{say('teacher.evidence.no-answer-has-shown-one')}</p>
            )}
            <ul className="grid gap-2 text-sm">
                {misconceptions.map((one) => (
                    <li key={one.id} className="rounded-md border border-line bg-sheet px-3 py-2">
                        <p className="font-semibold">“{one.text}”</p>
                        <p>
                            <b>{one.now.length}</b> {say('teacher.evidence.it-now', { now: one.now.length })}{' '}
                            <Names names={namesOf(one.now)} />
                        </p>
                        <div className="flex flex-wrap gap-x-6">
                            <WriteTo task={task} students={one.now.filter((student) => student in evidence.names)} />
                            {follow && <FollowUpLink task={task} need={one.id} students={one.now} />}
                        </div>
                        {one.left.length > 0 && (
                            <p className="text-soft">
                                {say('teacher.evidence.left-it', { left: one.left.length })} <Names names={namesOf(one.left)} />
                            </p>
                        )}
                    </li>
                ))}
                {objectives.map((one) => (
                    <li key={one.id} className="rounded-md border border-line bg-sheet px-3 py-2">
                        <p className="font-semibold">{one.text}</p>
                        <p>
                            {rich('teacher.evidence.mastered-by', {
                                mastered: one.mastered.length,
                                of: one.mastered.length + one.unmet.length,
                                alone: one.alone.length,
                                b: (words: ReactNode) => <b>{words}</b>,
                            })}
                        </p>
                        {one.unmet.length > 0 && (
                            <p className="text-soft">
                                {say('teacher.evidence.not-yet')} <Names names={namesOf(one.unmet)} />
                            </p>
                        )}
                        {follow && <FollowUpLink task={task} need={one.id} students={one.unmet} />}
                    </li>
                ))}
            </ul>
            <p className="mt-2 text-sm text-soft">{say('teacher.evidence.a-misconception-counts-as-left')}</p>
        </section>
    );
}
