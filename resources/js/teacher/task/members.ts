import type { Task, WayIn } from '../../api/types';
import type { TaskMembers } from '../../quiz/giving';
import { say } from '../../words/words';

export const waysIn: Record<WayIn, string> = {
    secret: say('teacher.give.way-in', { way: 'secret' }),
    name: say('teacher.give.way-in', { way: 'name' }),
    guest: say('teacher.give.way-in', { way: 'guest' }),
    nameless: say('teacher.give.way-in', { way: 'nameless' }),
};

/** A moment as a field for date and time has it: `2026-11-27T08:00` in this device's zone; empty for none. */
export function asTyped(iso: string | null): string {
    if (iso === null) {
        return '';
    }
    const at = new Date(iso);
    const two = (number: number) => String(number).padStart(2, '0');
    return `${at.getFullYear()}-${two(at.getMonth() + 1)}-${two(at.getDate())}T${two(at.getHours())}:${two(at.getMinutes())}`;
}

export const asMoment = (typed: string) => (typed === '' ? null : new Date(typed).toISOString());

export function membersOf(task: Task): TaskMembers {
    return {
        opensAt: asTyped(task.opensAt),
        dueAt: asTyped(task.dueAt),
        closesAt: asTyped(task.closesAt),
        optional: task.optional,
        weight: task.weight,
        unit: task.unit ?? '',
        note: task.note,
        wayIn: task.wayIn,
        password: task.password ?? '',
    };
}

/** As they are sent. */
export function sent({ wayIn, ...members }: TaskMembers) {
    return {
        ...members,
        opensAt: asMoment(members.opensAt),
        dueAt: asMoment(members.dueAt),
        closesAt: asMoment(members.closesAt),
        ...(wayIn === null ? {} : { wayIn }),
    };
}
