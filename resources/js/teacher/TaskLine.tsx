import { Link } from 'react-router';
import type { TaskSummary } from '../api/types';
import { DepthProfile } from '../cutaway/DepthProfile';
import { exact, near } from '../ui/time';
import { audience } from './GivenTo';

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
                    </span>
                </span>
                <DepthProfile depths={task.depths} />
                <span className="w-28 text-right text-sm max-sm:text-left">
                    <span className="block">
                        {task.started} of {task.students} began
                    </span>
                    <span className="block text-soft">{task.finished} finished</span>
                </span>
            </Link>
        </li>
    );
}

function when(task: TaskSummary): string {
    switch (task.state) {
        case 'closed':
            return 'closed';
        case 'taken-back':
            return 'taken back';
        case 'planned':
            return `opens ${near(task.opensAt ?? task.givenAt)}`;
        case 'due':
            return `was due ${near(task.dueAt ?? task.givenAt)}`;
        default:
            return task.dueAt === null ? `given ${near(task.givenAt)}` : `due ${near(task.dueAt)}`;
    }
}
