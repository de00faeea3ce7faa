import { useState } from 'react';
import { Link } from 'react-router';
import type { TaskSummary } from '../../api/types';
import { Button } from '../../ui/Button';
import { gatesInWords } from '../../ui/gates';
import { clock, dayNumber, exact, month, weekday } from '../../ui/time';
import { say } from '../../words/words';

/** Weeks that are seen at once. */
const WEEKS = 4;

const DAY = 86_400_000;

interface Mark {
    task: TaskSummary;
    what: 'opens' | 'due' | 'closes';
    at: string;
}

/** The Monday of a day's week, at midnight by this device's clock. */
function monday(of: Date): Date {
    const day = new Date(of.getFullYear(), of.getMonth(), of.getDate());
    day.setDate(day.getDate() - ((day.getDay() + 6) % 7));
    return day;
}

/** What opens, is due and closes in a class, four weeks at a time. */
export function Calendar({ tasks }: { tasks: TaskSummary[] }) {
    const [first, setFirst] = useState(() => monday(new Date()));
    const marks = tasks
        .filter((task) => task.state !== 'taken-back')
        .flatMap((task): Mark[] =>
            (['opens', 'due', 'closes'] as const).flatMap((what) => {
                const at = { opens: task.opensAt, due: task.dueAt, closes: task.closesAt }[what];
                return at === null ? [] : [{ task, what, at }];
            }),
        )
        .sort((one, other) => one.at.localeCompare(other.at));
    const turn = (weeks: number) => {
        // By days and not by hours: a week in which clocks change has no 168.
        const next = new Date(first);
        next.setDate(next.getDate() + 7 * weeks);
        setFirst(next);
    };
    const dayAt = (index: number) => new Date(first.getFullYear(), first.getMonth(), first.getDate() + index);
    const today = new Date().toDateString();
    return (
        <section aria-labelledby="calendar">
            <div className="mb-3 flex flex-wrap items-center gap-3">
                <h2 id="calendar" className="mr-auto text-xl">
                    {say('teacher.calendar.calendar')}
                </h2>
                <Button onClick={() => turn(-WEEKS)}>{say('teacher.calendar.before')}</Button>
                <Button onClick={() => setFirst(monday(new Date()))}>{say('teacher.calendar.this-week')}</Button>
                <Button onClick={() => turn(WEEKS)}>{say('teacher.calendar.after')}</Button>
            </div>
            <table className="w-full table-fixed border-collapse text-sm max-md:hidden">
                <caption className="sr-only">{say('teacher.calendar.what-opens-is-due-and-closes')}</caption>
                <thead>
                    <tr>
                        {Array.from({ length: 7 }, (_, index) => (
                            <th key={dayAt(index).getDay()} scope="col" className="border-b border-line px-1 py-1 text-left font-semibold">
                                {weekday(dayAt(index))}
                            </th>
                        ))}
                    </tr>
                </thead>
                <tbody>
                    {Array.from({ length: WEEKS }, (_, week) => (
                        <tr key={dayAt(7 * week).getTime()}>
                            {Array.from({ length: 7 }, (_, index) => {
                                const day = dayAt(7 * week + index);
                                const isToday = day.toDateString() === today;
                                return (
                                    <td
                                        key={day.getTime()}
                                        className={`h-16 border border-line px-1 py-0.5 align-top ${isToday ? 'bg-tint' : 'bg-sheet'}`}
                                    >
                                        <span className={isToday ? 'font-semibold' : 'text-soft'}>
                                            {day.getDate() === 1 || week + index === 0 ? month(day) : dayNumber(day)}
                                        </span>
                                        <ul>{marks.filter((mark) => new Date(mark.at).toDateString() === day.toDateString()).map(line)}</ul>
                                    </td>
                                );
                            })}
                        </tr>
                    ))}
                </tbody>
            </table>
            <ul className="md:hidden">
                {marks
                    .filter((mark) => Date.parse(mark.at) >= first.getTime() && Date.parse(mark.at) < first.getTime() + WEEKS * 7 * DAY)
                    .map(line)}
            </ul>
        </section>
    );
}

function line(mark: Mark) {
    return (
        <li key={`${mark.task.id} ${mark.what}`} title={exact(mark.at)} className="line-clamp-2">
            <Link className="underline decoration-edge underline-offset-2" to={`/tasks/${mark.task.id}`}>
                {say('teacher.calendar.mark', { what: mark.what, title: mark.task.title, when: clock(mark.at) })}
                {mark.task.gates.length > 0 && <span className="text-soft"> {gatesInWords(mark.task.gates)}</span>}
            </Link>
        </li>
    );
}
