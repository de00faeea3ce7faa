import { useQuery } from '@tanstack/react-query';
import { client, take } from '../../api/client';
import { Select } from '../../ui/Field';
import { say } from '../../words/words';
import type { Front } from './useSitting';

/** What whoever is done early may do: another task of the class. Stops marked as extra come by themselves. */
export function QuickTask({ front }: { front: Front }) {
    const group = front.sitting?.class.id ?? '';
    const found = useQuery({
        queryKey: ['class', group],
        queryFn: () => take(client.GET('/classes/{class}', { params: { path: { class: group } } })),
        enabled: group !== '',
    });
    const tasks = found.data?.tasks.filter((task) => task.id !== front.sitting?.task && task.state !== 'taken-back') ?? [];
    if (front.sitting === undefined || tasks.length === 0) {
        return null;
    }
    return (
        <Select
            label={say('teacher.board.for-the-quick')}
            value={front.sitting.quick ?? ''}
            onChange={(event) => front.act('named', { task: event.currentTarget.value === '' ? null : event.currentTarget.value })}
        >
            <option value="">{say('teacher.board.no-task-for-the-quick')}</option>
            {tasks.map((task) => (
                <option key={task.id} value={task.id}>
                    {task.title}
                </option>
            ))}
        </Select>
    );
}
