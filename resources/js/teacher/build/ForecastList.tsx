import { useQuery } from '@tanstack/react-query';
import { client, take } from '../../api/client';
import type { Forecast } from '../../api/types';
import { ForecastLines } from '../../quiz/ForecastLines';
import { say } from '../../words/words';

interface Props {
    quiz: string;
    /** The saved version it is told for; while a change is on its way the last one stays. */
    version: number;
    shown: Forecast | null;
    onShow: (forecast: Forecast | null) => void;
}

/** What the draft lets expect under its suggested terms, to be shown on the picture. */
export function ForecastList({ quiz, version, shown, onShow }: Props) {
    const classes = useQuery({ queryKey: ['classes'], queryFn: () => take(client.GET('/classes')) });
    return (
        <section aria-label={say('build.forecast-list.forecast')}>
            <h3 className="mb-1 text-base">{say('build.forecast-list.forecast')}</h3>
            <p className="mb-2 text-sm text-soft">{say('build.forecast-list.before-anyone-takes-it-under')}</p>
            <ForecastLines
                of={[quiz, version]}
                ask={(profile) => take(client.GET('/quizzes/{quiz}/forecast', { params: { path: { quiz }, query: { profile } } }))}
                classes={classes.data ?? []}
                picture={{ shown, show: onShow }}
            />
        </section>
    );
}
