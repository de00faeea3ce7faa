import { Link } from 'react-router';
import type { AssignmentLine } from '../api/types';
import { DepthProfile } from '../cutaway/DepthProfile';
import { exact, near } from '../ui/time';

/** A task in a list: what, for whom, until when, and how far the class is. */
export function TaskLine({ task, withClass }: { task: AssignmentLine; withClass: boolean }) {
    const when = task.state === 'closed' ? 'closed' : task.dueAt === null ? `given ${near(task.givenAt)}` : `due ${near(task.dueAt)}`;
    return (
        <li>
            <Link
                to={`/assignments/${task.id}`}
                className="flex flex-wrap items-center gap-x-6 gap-y-1 rounded-lg border border-line bg-sheet px-4 py-3 hover:border-ink"
            >
                <span className="min-w-0 flex-1 basis-56">
                    <span className="block font-display text-lg">{task.title}</span>
                    <span className="text-sm text-soft">
                        {withClass && `${task.class.name} · `}
                        <span title={exact(task.dueAt ?? task.givenAt)}>{when}</span>
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
