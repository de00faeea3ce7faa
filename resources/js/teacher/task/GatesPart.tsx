import { useQuery } from '@tanstack/react-query';
import { client, take } from '../../api/client';
import type { Task } from '../../api/types';
import { Gates } from '../../quiz/Gates';
import { say } from '../../words/words';

/** What opens a task that was given already: changed, or lifted, for rounds that begin from now on. */
export function GatesPart({ task, onChange }: { task: Task; onChange: (body: object) => Promise<boolean> }) {
    const quizzes = useQuery({ queryKey: ['quizzes'], queryFn: () => take(client.GET('/quizzes')) });
    const others = quizzes.data?.filter((quiz) => quiz.edition !== null && quiz.id !== task.quiz) ?? [];
    const known = task.gates
        .filter((gate) => others.every((quiz) => quiz.id !== gate.quiz))
        .map(({ quiz, title }) => ({ id: quiz, title }));
    return (
        <details className="mt-3" open={task.gates.length > 0}>
            <summary className="text-sm font-semibold">{say('teacher.gates.other-quizzes-first')}</summary>
            <div className="mt-2 max-w-3xl">
                <Gates
                    gates={task.terms.gates ?? []}
                    quizzes={[...others, ...known]}
                    onChange={(gates) => void onChange({ terms: { ...task.terms, gates } })}
                />
            </div>
        </details>
    );
}
