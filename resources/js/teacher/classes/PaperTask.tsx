import type { RecordTask } from '../../api/types';
import { PaperCell } from '../../ui/PaperTable';
import { day } from '../../ui/time';

/** A task in a line of a report: what it is called, and when it was given. */
export function PaperTask({ task }: { task: RecordTask }) {
    return (
        <>
            <PaperCell>
                {task.title}
                {task.unit !== null && <span className="text-soft"> · {task.unit}</span>}
            </PaperCell>
            <PaperCell>
                <span className="whitespace-nowrap">{day(task.givenAt)}</span>
            </PaperCell>
        </>
    );
}
