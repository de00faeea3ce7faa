import type { RecordTask } from '../../api/types';
import { FEW, percent } from '../../ui/figures/words';
import { say } from '../../words/words';

/** The mean of a task, and on a line from 0 to 100 where its scores lie: all of them, the middle half, the median. */
export function Spread({ task }: { task: RecordTask }) {
    const { n, mean, least, lower, median, upper, most } = task;
    if (mean === null || least === null || lower === null || median === null || upper === null || most === null) {
        return <span className="text-soft">–</span>;
    }
    const x = (share: number) => 5 + 70 * share;
    const whole = (share: number) => Math.round(100 * share);
    const words = say('teacher.record.spread', {
        least: whole(least),
        lower: whole(lower),
        median: whole(median),
        upper: whole(upper),
        most: whole(most),
        n,
    });
    return (
        <>
            <span className="font-semibold tabular-nums">{percent(mean)}</span>
            {n >= FEW ? (
                <svg viewBox="0 0 80 14" className="mx-auto block w-20" role="img" aria-label={words}>
                    <title>{words}</title>
                    <line x1={x(0)} x2={x(1)} y1="12.5" y2="12.5" className="stroke-line" />
                    <line x1={x(least)} x2={x(most)} y1="6" y2="6" className="stroke-edge" strokeWidth="1.5" />
                    <line x1={x(lower)} x2={Math.max(x(upper), x(lower) + 1)} y1="6" y2="6" className="stroke-ink" strokeWidth="5" />
                    <circle cx={x(median)} cy="6" r="4" className="fill-paper stroke-ink" strokeWidth="1.5" />
                </svg>
            ) : (
                <span className="block text-xs text-soft">{say('teacher.record.of-so-many', { n })}</span>
            )}
        </>
    );
}
