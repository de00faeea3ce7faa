import { type ReactNode, useState } from 'react';
import { Link } from 'react-router';
import type { Task, Terms } from '../../api/types';
import { TermsEditor } from '../../quiz/TermsEditor';
import { TermsForecast } from '../../quiz/TermsForecast';
import { Button, buttonClass } from '../../ui/Button';
import type { Covers } from '../../ui/covers';
import { GivenTo } from '../../ui/GivenTo';
import { gatesInWords } from '../../ui/gates';
import { OpenFront } from '../../ui/OpenFront';
import { ScreenCovers } from '../../ui/ScreenCovers';
import { exact, near } from '../../ui/time';
import { rich, say } from '../../words/words';
import { GatesPart } from './GatesPart';
import { TaskSettings } from './TaskSettings';

interface Props {
    task: Task;
    counts: { students: number; began: number; finished: number };
    covers: Covers;
    onChange: (body: object) => Promise<boolean>;
}

/** What the task is, how far it is, whom this screen is for; behind two words how it is given, to be changed. */
export function TaskHead({ task, counts, covers, onChange }: Props) {
    const [open, setOpen] = useState<'front' | 'settings' | 'terms' | null>(null);
    const closed = task.state === 'closed';
    const folds = (which: 'front' | 'settings' | 'terms', words: string) => (
        <Button
            weight="quiet"
            aria-expanded={open === which}
            aria-controls={`task-${which}`}
            onClick={() => setOpen(open === which ? null : which)}
        >
            {words}
        </Button>
    );
    return (
        <>
            <div className="flex flex-wrap items-center gap-x-5 gap-y-1">
                <div className="mr-auto min-w-0">
                    <h1 className="text-2xl">{task.title}</h1>
                    <p className="text-sm text-soft">
                        <GivenTo task={task} /> · {say('teacher.task.edition', { edition: task.edition })}
                        {task.dueAt !== null && (
                            <span title={exact(task.dueAt)}> · {say('teacher.task.due', { when: near(task.dueAt) })}</span>
                        )}
                        {closed && ` · ${say('teacher.task.closed-rounds-that-were-under')}`}
                        {task.state === 'planned' && task.opensAt !== null && (
                            <span title={exact(task.opensAt)}> · {say('teacher.task-line.opens', { when: near(task.opensAt) })}</span>
                        )}
                        {task.state === 'taken-back' && ` · ${say('teacher.task.withdrawn')}`}
                    </p>
                    {task.gates.length > 0 && (
                        <p className="flex flex-wrap items-center gap-x-3 text-sm">
                            <span>{gatesInWords(task.gates)}</span>
                            <Button weight="quiet" onClick={() => void onChange({ terms: { ...task.terms, gates: [] } })}>
                                {say('teacher.gates.lift-for-all')}
                            </Button>
                        </p>
                    )}
                </div>
                <p>
                    {rich('teacher.task.began-and-finished', {
                        ...counts,
                        strong: (words: ReactNode) => <strong>{words}</strong>,
                    })}
                </p>
                {task.unread > 0 && (
                    <Link
                        className="font-semibold underline underline-offset-2"
                        to={`/pile?task=${task.id}`}
                        title={say('teacher.pile.provisional')}
                    >
                        {say('teacher.pile.waiting', { n: task.unread })}
                    </Link>
                )}
                <Link className="font-semibold underline underline-offset-2" to={`/tasks/${task.id}/evidence`}>
                    {say('teacher.task.look-back')}
                </Link>
                <Button onClick={() => void onChange({ closed: !closed })}>
                    {closed ? say('teacher.task.open-again') : say('teacher.task.close-the-task')}
                </Button>
            </div>
            <div className="flex flex-wrap items-center gap-x-2 gap-y-1">
                <ScreenCovers covers={covers} />
                <span className="ml-auto" />
                {task.class !== null && task.sitting === null && folds('front', say('teacher.board.from-the-front'))}
                {task.sitting !== null && (
                    <Link className={buttonClass('plain')} to={`/sittings/${task.sitting}`}>
                        {say('teacher.board.back-to-the-front')}
                    </Link>
                )}
                {folds('settings', say('teacher.task.when-and-for-whom'))}
                {folds('terms', say('teacher.task.how-it-is-given'))}
            </div>
            {open === 'front' && task.class !== null && (
                <section id="task-front" className="rounded-md border border-line bg-sheet px-4 py-3">
                    <OpenFront group={task.class.id} task={task.id} />
                </section>
            )}
            {open === 'settings' && (
                <section id="task-settings" className="rounded-md border border-line bg-sheet px-4 py-2">
                    <TaskSettings
                        key={JSON.stringify([task.opensAt, task.dueAt, task.closesAt, task.wayIn, task.state])}
                        task={task}
                        names={covers.seen.names}
                        onChange={onChange}
                    />
                </section>
            )}
            {open === 'terms' && (
                <section id="task-terms" className="rounded-md border border-line bg-sheet px-4 py-2">
                    <HowItIsGiven task={task} onChange={onChange} />
                </section>
            )}
        </>
    );
}

function HowItIsGiven({ task, onChange }: Pick<Props, 'task' | 'onChange'>) {
    return (
        <>
            <ul className="mt-2 text-sm">
                {task.gates.length > 0 && <li>{gatesInWords(task.gates)}</li>}
                {task.sentences.map((sentence) => (
                    <li key={sentence}>{sentence}</li>
                ))}
                {task.consequences.map((sentence) => (
                    <li key={sentence} className="text-yet">
                        {sentence}
                    </li>
                ))}
            </ul>
            {Object.values(task.terms.seen ?? {}).includes('when-released') && (
                <Button className="mt-2" onClick={() => void onChange({ released: task.releasedAt === null })}>
                    {task.releasedAt === null ? say('teacher.task.release-the-results') : say('teacher.task.take-the-results-back')}
                </Button>
            )}
            <div className="mt-3">
                <TermsForecast quiz={task.quiz} group={task.class} terms={task.terms} />
            </div>
            <GatesPart task={task} onChange={onChange} />
            <details className="mt-3">
                <summary className="text-sm font-semibold">{say('teacher.task.change-the-terms-for-rounds')}</summary>
                <ChangeTerms
                    key={JSON.stringify(task.terms)}
                    terms={task.terms}
                    closes={task.closesAt !== null}
                    onSave={(terms) => onChange({ terms })}
                />
            </details>
        </>
    );
}

/** New terms are put together first, and sent when they are wanted. */
function ChangeTerms({ terms, closes, onSave }: { terms: Terms; closes: boolean; onSave: (terms: Terms) => Promise<boolean> }) {
    const [draft, setDraft] = useState(terms);
    const [saving, setSaving] = useState(false);
    const changed = JSON.stringify(draft) !== JSON.stringify(terms);
    return (
        <div className="mt-3 grid max-w-4xl gap-3">
            <TermsEditor terms={draft} closes={closes} onChange={setDraft} />
            <div className="flex gap-3">
                <Button
                    weight="main"
                    disabled={!changed || saving}
                    onClick={() => {
                        setSaving(true);
                        void onSave(draft).then(() => setSaving(false));
                    }}
                >
                    {say('teacher.task.keep-these-terms')}
                </Button>
                {changed && (
                    <Button weight="quiet" onClick={() => setDraft(terms)}>
                        {say('teacher.task.as-they-were')}
                    </Button>
                )}
            </div>
        </div>
    );
}
