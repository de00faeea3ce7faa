<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round\View;

use HiddenLadder\Core\Quiz\Clip;
use HiddenLadder\Core\Quiz\Cue;
use HiddenLadder\Core\Quiz\DrillStop;
use HiddenLadder\Core\Quiz\Objective;
use HiddenLadder\Core\Quiz\Question;
use HiddenLadder\Core\Quiz\QuestionStop;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Quiz\ReadingStop;
use HiddenLadder\Core\Quiz\Rung;
use HiddenLadder\Core\Quiz\Sent;
use HiddenLadder\Core\Quiz\StaircaseStop;
use HiddenLadder\Core\Quiz\Stop;
use HiddenLadder\Core\Quiz\Text;
use HiddenLadder\Core\Quiz\VideoStop;
use HiddenLadder\Core\Round\Allowed;
use HiddenLadder\Core\Round\Circumstances;
use HiddenLadder\Core\Round\Event\EventKind;
use HiddenLadder\Core\Round\Frame;
use HiddenLadder\Core\Round\FrameKind;
use HiddenLadder\Core\Round\Internal\Conditions;
use HiddenLadder\Core\Round\Internal\Position;
use HiddenLadder\Core\Round\Result\Standing;
use HiddenLadder\Core\Round\State;
use HiddenLadder\Core\Terms\Mode;
use HiddenLadder\Core\Terms\Sight;
use HiddenLadder\Core\Terms\Terms;

/**
 * All that a student's device may hold of a round, and nothing else: no key, no other option's feedback, no rung that
 * has not been earned, no later stop.
 *
 * The one place where it is decided; everything sent to a student about a quiz is built here.
 */
final readonly class Projection
{
    private Position $position;

    private Allowed $allowed;

    private VisibleAnswer $visible;

    public function __construct(
        private QuizDocument $quiz,
        private Terms $terms,
        private Circumstances $now = new Circumstances,
    ) {
        $this->position = new Position($quiz, $terms);
        $this->visible = new VisibleAnswer($terms, $now);
        $this->allowed = new Allowed($quiz, $terms, $this->position, new Conditions($quiz, $terms));
    }

    /** @return array<array-key, mixed> */
    public function of(State $state): array
    {
        return $this->sent($state)->view;
    }

    /** @return list<string> ids of the media the student may load now: of the texts and videos that may be seen, and own files */
    public function media(State $state): array
    {
        return $this->sent($state, true)->media;
    }

    /**
     * What is sent, and the media that go with it.
     *
     * @param  bool  $onDevice  with all stops of a round that can be done without a connection
     */
    public function sent(State $state, bool $onDevice = false): Sent
    {
        $own = [];
        foreach ($state->records as $record) {
            array_push($own, ...($record->response?->as === 'files' ? $record->response->list : []));
        }

        return Sent::of($this->view($state, $onDevice), $own);
    }

    /**
     * How far a round is, without what it asks.
     *
     * @return array{title: string, finished: bool, progress: list<string>, standings: ?array<string, int>}
     */
    public function summary(State $state): array
    {
        return [
            'title' => $this->quiz->title,
            'finished' => $state->isFinished(),
            'progress' => $this->progress($state),
            'standings' => $this->standings($state),
        ];
    }

    /** @return array<string, mixed> with texts and videos as they are in the quiz */
    private function view(State $state, bool $onDevice): array
    {
        $isWhole = $this->isWhole($state);

        return $this->summary($state) + [
            'number' => $state->number,
            'language' => $this->quiz->language,
            'instructions' => $this->quiz->instructions,
            'objectives' => $this->objectives(),
            'returning' => $state->returning,
            'part' => $this->part($state),
            'ends' => $state->isFinished() ? null : $this->position->roundEnds($state),
            'atHand' => $this->atHand($state),
            'overview' => $this->overview($state),
            'whole' => $isWhole,
            'page' => $this->isOpen($state) && $this->terms->isOnePage() ? $this->stops($state, $isWhole) : null,
            'onDevice' => $onDevice && $isWhole && ! $this->terms->isOnePage() ? $this->stops($state, true) : null,
            'beside' => $this->beside($state),
            'place' => $this->place($state),
        ];
    }

    /** @return list<string> what students are to be able to do, as far as their teacher shows it to them */
    private function objectives(): array
    {
        $shown = array_filter($this->quiz->objectives, static fn (Objective $one): bool => $one->shown && trim($one->text) !== '');

        return array_values(array_map(static fn (Objective $one): string => $one->text, $shown));
    }

    /** The heading of the part in which the student stands; none outside of all parts, and for one without a heading. */
    private function part(State $state): ?string
    {
        return $this->heading($this->quiz->stop($state->stop() ?? '')?->part);
    }

    private function heading(?string $id): ?string
    {
        foreach ($this->quiz->parts as $part) {
            if ($part->id === $id) {
                return $part->title === '' ? null : $part->title;
            }
        }

        return null;
    }

    /** From the front, just where the class stands. */
    private function isLed(State $state): bool
    {
        return $this->now->front?->isAt($state) === true;
    }

    /** @return list<array{stop: string, title: string}> what a student may do while the others answer */
    private function beside(State $state): array
    {
        $beside = [];
        foreach ($this->isLed($state) ? $this->quiz->sideStops : [] as $stop) {
            if ($this->may(EventKind::WentTo, $stop->id, $state)) {
                $beside[] = ['stop' => $stop->id, 'title' => $this->heading($stop->part) ?? ''];
            }
        }

        return $beside;
    }

    /** @return list<string> one word for each main stop: done, waiting (set aside), here, ahead */
    private function progress(State $state): array
    {
        $here = ($state->path[0] ?? null)?->id;
        $waiting = $this->waiting($state);
        $words = [];
        foreach ($this->position->sequence($state) as $stop) {
            $words[] = match (true) {
                $stop->id === $here => 'here',
                isset($waiting[$stop->id]) => 'waiting',
                isset($state->visited[$stop->id]) => 'done',
                default => 'upcoming',
            };
        }

        return $words;
    }

    /** @return array<string, true> stops with a question that was set aside, or in an overview has no answer yet */
    private function waiting(State $state): array
    {
        $waiting = [];
        foreach ($this->quiz->questions() as $id => $question) {
            $stop = $this->quiz->stopOf($id);
            $record = $state->records[$id] ?? null;
            $isSeries = $stop instanceof DrillStop || $stop instanceof StaircaseStop;
            $isOpen = $stop !== null
                && ! $isSeries
                && $this->terms->hasOverview()
                && isset($state->visited[$stop->id])
                && $this->position->isOpen($question, $state);
            if ($stop !== null && ($isOpen || ($record?->standing === Standing::SetAside && ! ($isSeries && $record->leftForGood)))) {
                $waiting[$stop->id] = true;
            }
        }

        return $waiting;
    }

    /** @return array<string, int>|null questions by standing; null where results may not be seen */
    private function standings(State $state): ?array
    {
        if (! $this->visible->lets(Sight::Result, $state, Standing::Untouched)) {
            return null;
        }
        $goes = array_fill_keys(array_column(Standing::cases(), 'value'), 0);
        foreach (array_keys($this->quiz->questions()) as $question) {
            $stop = $this->quiz->stopOf($question);
            $record = $state->record($question);
            $isSeries = $stop instanceof DrillStop || $stop instanceof StaircaseStop;
            // How many a video asks is not told before they were asked, where that is hidden.
            if ($stop instanceof VideoStop && ! $stop->cuesCounted && ! isset($state->records[$question])) {
                continue;
            }
            // Of a drill or a staircase counts what was asked, and not what it has left behind.
            if (! $isSeries || (isset($state->records[$question]) && ! $record->leftForGood)) {
                $goes[$record->standing->value]++;
            }
        }

        return $goes;
    }

    /** @return list<ReadingStop|VideoStop> taken in before and still at hand */
    private function stopsAtHand(State $state): array
    {
        $here = $state->stop();
        $atHand = [];
        foreach ([...$this->quiz->stops, ...$this->quiz->sideStops] as $stop) {
            if (
                ($stop instanceof ReadingStop || $stop instanceof VideoStop)
                && $stop->staysAtHand
                && $stop->id !== $here
                && isset($state->visited[$stop->id])
                && $state->path !== []
            ) {
                $atHand[] = $stop;
            }
        }

        return $atHand;
    }

    /** @return list<array<string, mixed>> */
    private function atHand(State $state): array
    {
        return array_map(static fn (ReadingStop|VideoStop $stop): array => $stop instanceof VideoStop
            ? ['id' => $stop->id, 'kind' => 'video', 'title' => $stop->title, 'clip' => $stop->clip]
            : ['id' => $stop->id, 'kind' => 'reading', 'title' => $stop->title, 'text' => $stop->text], $this->stopsAtHand($state));
    }

    /** @return array<string, mixed>|null the stops to move about in; null where they come one after the other */
    private function overview(State $state): ?array
    {
        if (! $this->terms->hasOverview() || $state->returning || $state->handedIn || $state->isFinished() || $state->ownPlace !== null) {
            return null;
        }
        $stops = array_map(fn (Stop $stop): array => [
            'stop' => $stop->id, 'answered' => $this->position->isDone($stop, $state), 'asks' => $stop->questions() !== [],
        ], $this->toMoveAbout($state));

        return ['stops' => $stops, 'handIn' => $this->terms->mode === Mode::HandedIn];
    }

    /** @return list<Stop> */
    private function toMoveAbout(State $state): array
    {
        $conditions = new Conditions($this->quiz, $this->terms);

        return array_values(array_filter(
            $this->position->sequence($state),
            static fn (Stop $stop): bool => $stop->shownIf === null || $conditions->met($stop->shownIf, null, $state),
        ));
    }

    /** There is an overview to move about in, by the student alone. */
    private function isOpen(State $state): bool
    {
        return $state->startedAt !== null && ! $state->isFinished() && $state->ownPlace === null && $this->position->mayMove($state);
    }

    /**
     * Whether a round can be done wholly without being sent anything more: it is handed in whole, nothing hides, opens or decides
     * on the way what comes, and no clock runs for a question.
     */
    private function isWhole(State $state): bool
    {
        if ($this->terms->mode !== Mode::HandedIn || ! $this->isOpen($state) || $this->standings($state) !== null) {
            return false;
        }
        foreach ($this->position->sequence($state) as $stop) {
            $isSeries = $stop instanceof DrillStop || $stop instanceof StaircaseStop;
            $isTimed = fn (Question $question): bool => $this->position->secondsFor($question, $state) !== null;
            if ($isSeries || $stop->shownIf !== null || $stop->forks !== [] || array_filter($stop->questions(), $isTimed) !== []) {
                return false;
            }
        }

        return true;
    }

    /**
     * All that is to be moved about in; what is watched or practised by itself is told only when one is there, or where the device
     * needs nothing more for it.
     *
     * @return list<array{stop: string, part: ?string, keeps: bool, place: ?array<string, mixed>, film: ?array<string, mixed>}>
     */
    private function stops(State $state, bool $isWhole): array
    {
        $stops = [];
        foreach ($this->toMoveAbout($state) as $stop) {
            $stops[] = [
                'stop' => $stop->id,
                'part' => $this->heading($stop->part),
                'keeps' => ($stop instanceof ReadingStop || $stop instanceof VideoStop) && $stop->staysAtHand,
                'place' => $stop instanceof QuestionStop || $stop instanceof ReadingStop
                    ? $this->there($state, Frame::stop($stop->id))
                    : null,
                'film' => $isWhole && $stop instanceof VideoStop ? $this->film($stop, $state) : null,
            ];
        }

        return $stops;
    }

    /** @return array<string, mixed> what would be shown at a place where the student is not */
    private function there(State $state, Frame ...$path): array
    {
        $there = clone $state;
        $there->path = array_values($path);
        $there->verdictShown = false;

        return $this->place($there);
    }

    /**
     * A video with what it asks, to be followed without being sent more.
     *
     * @return array{place: array<string, mixed>, asks: list<array<string, mixed>>}|null the questions in the order of their cues;
     *                                                                                   null where it hides that it asks something
     */
    private function film(VideoStop $stop, State $state): ?array
    {
        $asking = array_values(array_filter($stop->cues, static fn (Cue $cue): bool => $cue->question !== null));

        return $stop->cuesShown || $asking === [] ? [
            'place' => $this->there($state, Frame::stop($stop->id)),
            'asks' => array_map(fn (Cue $cue): array => $this->there($state, Frame::stop($stop->id), Frame::cue($cue->id)), $asking),
        ] : null;
    }

    /** @return array<string, mixed> */
    private function place(State $state): array
    {
        if ($state->isFinished()) {
            return (new FinishView($this->quiz, $this->terms, $this->position, $this->visible))->of($state);
        }
        $top = $state->top();
        if ($top === null) {
            return ['kind' => $state->startedAt === null ? 'before' : 'overview'];
        }
        $home = $this->position->home($state);
        if ($home !== null) {
            return $this->question($home, $state, $top);
        }
        $stop = $this->quiz->stop($top->id);
        if ($this->isLed($state)) {
            return ['kind' => 'board', 'frame' => $top->id, 'comments' => VideoView::commentsCue($stop)];
        }
        $place = ['frame' => $top->id, 'maySkip' => $this->may(EventKind::Skipped, $top->id, $state)];
        if ($stop instanceof VideoStop) {
            return ['kind' => 'video', 'mayGoOn' => $this->may(EventKind::WentOn, $top->id, $state)]
                + $place + (new VideoView($this->position))->of($stop, $state);
        }

        return [
            'kind' => 'reading',
            'title' => $stop instanceof ReadingStop ? $stop->title : '',
            'text' => $stop instanceof ReadingStop ? $stop->text : Text::of(''),
        ] + $place;
    }

    private function may(EventKind $kind, ?string $about, State $state): bool
    {
        return $this->allowed->may($kind, $about, $state, $this->now->front);
    }

    /** @return array<string, mixed> */
    private function question(Question $home, State $state, Frame $top): array
    {
        $question = $this->position->asked($home, $state);
        $record = $state->record($home->id);
        $isLed = $this->isLed($state);
        // From the front all talk of the same: the options stand as on the board, with its letters.
        $view = new QuestionView($question, $isLed ? $this->terms->with(mixOptions: false) : $this->terms, $state->seed);
        $seen = array_map(
            static fn (Rung $rung): array => $rung->toArray(),
            array_values(array_filter($this->position->seenRungs($home, $state), static fn (Rung $rung): bool => $rung->question === null)),
        );
        $rung = $this->position->rung($state);
        $onRung = $rung?->toArray();
        $judging = $this->position->isJudging($question, $record, $state);
        $sentBack = $record->sentBack();
        $verdictShown = $this->position->isVerdictShown($home, $state);

        return [
            'kind' => 'question',
            'frame' => $top->id,
            'question' => ($isLed ? ['show' => 'letters'] : []) + $view->asked(),
            'verdictShown' => $verdictShown,
            'tries' => $record->tries,
            'triesLeft' => $this->terms->tries === null || $isLed || $this->position->series($state) !== null
                ? null
                : max(0, $this->terms->tries - $record->tries),
            'verdict' => $this->visible->verdict($question, $record, $state),
            'tried' => $this->position->series($state) === null ? $this->visible->tried($question, $record) : [],
            'sentBack' => $isLed || $sentBack === null ? null : ['comment' => $record->comment, 'response' => $sentBack->toArray()],
            'judging' => $judging ? ['model' => $question->model, 'response' => $record->response?->toArray()] : null,
            'revealed' => $record->revealed && $this->visible->lets(Sight::RightAnswer, $state, Standing::Shown) ? $view->key() : null,
            'rung' => $onRung,
            'seen' => $seen,
            'simpler' => $top->kind === FrameKind::Rung && $onRung === null,
            'series' => $this->series($state),
            'moreHelp' => $this->may(EventKind::AskedForHelp, $question->id, $state),
            'maySetAside' => $this->may(EventKind::SetAside, $question->id, $state),
            'mayAskAlike' => $this->may(EventKind::AskedForAlike, $question->id, $state),
            'mayCall' => $this->may(EventKind::Called, $question->id, $state),
            'called' => $record->called,
            'maySkip' => $this->may(EventKind::Skipped, $top->id, $state),
            'waits' => $isLed && ! $verdictShown && $record->standing === Standing::Answered,
            'led' => $isLed ? ($this->now->front?->closed === true ? 'closed' : 'open') : null,
            'ends' => $verdictShown || $onRung !== null ? null : $this->position->questionEnds($home, $state),
            // From the front the video is on the board alone.
            'watchAgain' => $isLed ? null : $this->watchAgain($state),
        ];
    }

    /** @return array<string, mixed>|null how far the drill or staircase is */
    private function series(State $state): ?array
    {
        $stop = $this->position->series($state);
        $series = $stop === null ? null : $state->series[$stop->id] ?? null;
        if ($stop === null || $series === null) {
            return null;
        }

        return $stop instanceof DrillStop
            ? ['kind' => 'drill', 'title' => $stop->title, 'dealt' => $series->dealt, 'right' => $series->right(), 'need' => $stop->need]
            : [
                'kind' => 'staircase',
                'title' => $stop->title,
                'dealt' => $series->dealt,
                'level' => $series->level + 1,
                'levels' => count($stop->levels),
            ];
    }

    /** @return array{video: string, clip: Clip}|null the part since the last cue */
    private function watchAgain(State $state): ?array
    {
        $cue = $this->position->cue($state);
        $stop = $this->quiz->stop((string) $state->stop());
        if (! $cue instanceof Cue || ! $stop instanceof VideoStop) {
            return null;
        }
        $clip = new Clip($stop->clip->media, $stop->sinceLastCue($cue), $cue->at);

        return ['video' => $stop->id, 'clip' => $clip];
    }
}
