import { useQuery } from '@tanstack/react-query';
import { client, take } from '../../api/client';
import type { Forecast } from '../../api/types';
import { ForecastLines } from '../ForecastLines';

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
        <section aria-label="Forecast">
            <h3 className="mb-1 text-base">Forecast</h3>
            <p className="mb-2 text-sm text-soft">
                Before anyone takes it, under the suggested terms. Choose one to see it on the picture: how often a stop is come to, and how
                many go down to each rung.
            </p>
            <ForecastLines
                of={[quiz, version]}
                ask={(profile) => take(client.GET('/quizzes/{quiz}/forecast', { params: { path: { quiz }, query: { profile } } }))}
                classes={classes.data ?? []}
                picture={{ shown, show: onShow }}
            />
        </section>
    );
}
