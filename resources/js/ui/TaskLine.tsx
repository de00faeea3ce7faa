import { Link } from 'react-router';
import type { TaskSummary } from '../api/types';
import { DepthProfile } from '../cutaway/DepthProfile';
import { say } from '../words/words';
import { audience } from './GivenTo';
import { gatesInWords } from './gates';
import { exact, near } from './time';

/** A task in a list: what, for whom, until when, and how far the class is. */
export function TaskLine({ task, withClass }: { task: TaskSummary; withClass: boolean }) {
    return (
        <li>
            <Link
                to={`/tasks/${task.id}`}
                className="flex flex-wrap items-center gap-x-6 gap-y-1 rounded-lg border border-line bg-sheet px-4 py-3 hover:border-ink"
            >
                <span className="min-w-0 flex-1 basis-56">
                    <span className="block font-display text-lg">{task.title}</span>
                    <span className="text-sm text-soft">
                        {withClass && `${audience(task)} · `}
                        <span title={exact(task.dueAt ?? task.givenAt)}>{when(task)}</span>
                        {task.gates.length > 0 && ` · ${gatesInWords(task.gates)}`}
                    </span>
                </span>
                <DepthProfile depths={task.depths} />
                <span className="w-28 text-right text-sm max-sm:text-left">
                    <span className="block">{say('teacher.task-line.of-began', { started: task.started, students: task.students })}</span>
                    <span className="block text-soft">{say('teacher.task-line.finished', { finished: task.finished })}</span>
                </span>
            </Link>
        </li>
    );
}

function when(task: TaskSummary): string {
    switch (task.state) {
        case 'closed':
            return say('teacher.task-line.closed');
        case 'taken-back':
            return say('teacher.task-line.taken-back');
        case 'planned':
            return say('teacher.task-line.opens', { when: near(task.opensAt ?? task.givenAt) });
        case 'due':
            return say('teacher.task-line.was-due', { when: near(task.dueAt ?? task.givenAt) });
        default:
            return task.dueAt === null
                ? say('teacher.task-line.given', { when: near(task.givenAt) })
                : say('teacher.task-line.due', { when: near(task.dueAt) });
    }
}
