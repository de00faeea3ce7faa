import { Link } from 'react-router';
import type { TaskSummary } from '../api/types';

const others: Record<TaskSummary['audience'], string> = {
    class: 'A class',
    students: 'Some students',
    link: 'Whoever has the link',
};

/** Whom a task is for, in words. */
export function audience(task: Pick<TaskSummary, 'class' | 'audience'>): string {
    return task.class === null ? others[task.audience] : task.audience === 'students' ? `Some of ${task.class.name}` : task.class.name;
}

/** Whom a task is for, with the way to the class where it is one's. */
export function GivenTo({ task }: { task: Pick<TaskSummary, 'class' | 'audience'> }) {
    return task.class === null ? (
        audience(task)
    ) : (
        <Link className="underline" to={`/classes/${task.class.id}`}>
            {audience(task)}
        </Link>
    );
}
