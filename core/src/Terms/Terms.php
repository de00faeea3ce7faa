<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Terms;

use HiddenLadder\Core\Fields;
use HiddenLadder\Core\MalformedInput;
use HiddenLadder\Core\Message;

/** How a quiz is given. A round takes its terms when it starts. */
final readonly class Terms
{
    private const MEMBERS = [
        'purpose', 'order', 'tries', 'shares', 'afterSlip', 'alikeOnRequest', 'reveal', 'marking', 'missedComeBack', 'help', 'enough',
        'almostCosts', 'mixOptions', 'mixStops', 'rounds', 'goal', 'seconds', 'seen', 'gates',
        'returns', 'onePage',
    ];

    /**
     * @param  bool  $freeOrder  any order, skipping and coming back
     * @param  ?int  $tries  1 to 20, or null without limit
     * @param  list<float>  $shares  of the points left at each try, 0 to 1; the last one holds for all further tries
     * @param  bool  $alikeAfterSlip  an alike question instead of the same again
     * @param  bool  $alikeOnRequest  the student may ask for one after a slip
     * @param  bool  $reveal  the answer after the last try
     * @param  Mode  $mode  when answers are marked
     * @param  bool  $missedComeBack  after handing in, with their ladders
     * @param  bool  $help  ladders are there
     * @param  ?float  $enough  a share that counts as right
     * @param  bool  $almostCosts  a slip of the pen costs a try
     * @param  ?int  $secondsForQuestion  where the question has no limit of its own
     * @param  ?int  $secondsForRound  time limit of the round
     * @param  array<string, SeenWhen>  $seen  by Sight
     * @param  list<Gate>  $gates  what must be mastered or reached before
     * @param  ReturnTerms  $returns  when what was mastered comes back
     * @param  bool  $onePage  all questions stand on one page, in a round that is handed in whole
     */
    public function __construct(
        public Purpose $purpose = Purpose::Learn,
        public bool $freeOrder = false,
        public ?int $tries = null,
        public array $shares = [1.0],
        public bool $alikeAfterSlip = false,
        public bool $alikeOnRequest = true,
        public bool $reveal = true,
        public Mode $mode = Mode::AsOneGoes,
        public bool $missedComeBack = true,
        public bool $help = true,
        public ?float $enough = null,
        public bool $almostCosts = false,
        public bool $mixOptions = false,
        public bool $mixStops = false,
        public RoundTerms $rounds = new RoundTerms,
        public Goal $goal = new Goal,
        public ?int $secondsForQuestion = null,
        public ?int $secondsForRound = null,
        public array $seen = self::SEEN,
        public array $gates = [],
        public ReturnTerms $returns = new ReturnTerms,
        public bool $onePage = false,
    ) {
    }

    /** While rounds remain: result, own answer and feedback, not the right answer. */
    private const SEEN = [
        'result' => SeenWhen::AtOnce, 'score' => SeenWhen::EndOfRound, 'ownAnswer' => SeenWhen::AtOnce,
        'rightAnswer' => SeenWhen::AfterLastRound, 'feedback' => SeenWhen::AtOnce, 'explanation' => SeenWhen::AtOnce,
        'closing' => SeenWhen::EndOfRound,
    ];

    /** The terms that a purpose stands for. */
    public static function for(Purpose $purpose): self
    {
        return match ($purpose) {
            Purpose::Learn => new self,
            Purpose::Check => new self(
                Purpose::Check, freeOrder: true, tries: 1, mode: Mode::HandedIn, missedComeBack: false, help: false, alikeOnRequest: false,
                mixOptions: true, rounds: new RoundTerms(limit: 1),
                seen: [
                    'result' => SeenWhen::WhenReleased,
                    'score' => SeenWhen::WhenReleased,
                    'ownAnswer' => SeenWhen::EndOfRound,
                    'rightAnswer' => SeenWhen::WhenReleased,
                    'feedback' => SeenWhen::WhenReleased,
                    'explanation' => SeenWhen::WhenReleased,
                    'closing' => SeenWhen::EndOfRound,
                ],
            ),
            Purpose::Starter => new self(
                Purpose::Starter, tries: 2, shares: [1.0, 0.5], rounds: new RoundTerms(limit: 1),
                seen: ['rightAnswer' => SeenWhen::EndOfRound] + self::SEEN,
            ),
            Purpose::ExitCheck => new self(
                Purpose::ExitCheck, tries: 1, help: false, alikeOnRequest: false, rounds: new RoundTerms(limit: 1),
                seen: [
                    'result' => SeenWhen::AtOnce,
                    'score' => SeenWhen::EndOfRound,
                    'ownAnswer' => SeenWhen::AtOnce,
                    'rightAnswer' => SeenWhen::EndOfRound,
                    'feedback' => SeenWhen::EndOfRound,
                    'explanation' => SeenWhen::EndOfRound,
                    'closing' => SeenWhen::EndOfRound,
                ],
            ),
        };
    }

    /** Loop until right, with help welcome and no clock. */
    public static function learn(): self
    {
        return self::for(Purpose::Learn);
    }

    /** The terms of a round in which what was mastered under these comes back: to be got right, with help, and no clock. */
    public function forReturn(): self
    {
        $learn = self::learn();

        return $learn->with(
            enough: $this->enough,
            almostCosts: $this->almostCosts,
            mixOptions: $this->mixOptions,
            seen: ['rightAnswer' => SeenWhen::EndOfRound] + $learn->seen,
        );
    }

    /**
     * @param  Fields  $fields  members of docs/terms.md; one that is missing is as its purpose has it
     *
     * @throws MalformedInput
     */
    public static function read(Fields $fields): self
    {
        $fields->only(self::MEMBERS);
        $base = self::for($fields->has('purpose') ? $fields->oneOf('purpose', Purpose::class) : Purpose::Learn);
        $seconds = $fields->has('seconds') ? $fields->object('seconds')->only(['question', 'round']) : null;

        return new self(
            $base->purpose,
            $fields->choice('order', ['set', 'any'], $base->freeOrder ? 'any' : 'set') === 'any',
            $fields->has('tries') ? $fields->between('tries', 1, 20) : $base->tries,
            $fields->has('shares') ? self::shares($fields) : $base->shares,
            $fields->choice('afterSlip', ['same', 'alike'], $base->alikeAfterSlip ? 'alike' : 'same') === 'alike',
            $fields->booleanOr('alikeOnRequest', $base->alikeOnRequest),
            $fields->booleanOr('reveal', $base->reveal),
            $fields->has('marking') ? $fields->oneOf('marking', Mode::class) : $base->mode,
            $fields->booleanOr('missedComeBack', $base->missedComeBack),
            $fields->booleanOr('help', $base->help),
            $fields->has('enough') ? $fields->share('enough') : $base->enough,
            $fields->booleanOr('almostCosts', $base->almostCosts),
            $fields->booleanOr('mixOptions', $base->mixOptions),
            $fields->booleanOr('mixStops', $base->mixStops),
            $fields->has('rounds') ? RoundTerms::read($fields->object('rounds'), $base->rounds) : $base->rounds,
            $fields->has('goal') ? Goal::read($fields->object('goal')) : $base->goal,
            $seconds !== null && $seconds->has('question') ? $seconds->between('question', 1, 86400) : $base->secondsForQuestion,
            $seconds !== null && $seconds->has('round') ? $seconds->between('round', 1, 86400) : $base->secondsForRound,
            $fields->has('seen') ? self::seen($fields->object('seen'), $base->seen) : $base->seen,
            $fields->has('gates') ? $fields->objects('gates', Gate::read(...)) : $base->gates,
            $fields->has('returns') ? ReturnTerms::read($fields->object('returns')) : $base->returns,
            $fields->booleanOr('onePage', $base->onePage),
        );
    }

    /** @return non-empty-list<float> */
    private static function shares(Fields $fields): array
    {
        $shares = $fields->numbers('shares');
        foreach ($shares as $index => $share) {
            if ($share < 0 || $share > 1) {
                throw new MalformedInput("/shares/$index", new Message('shape.share'));
            }
        }

        return $shares === [] ? throw new MalformedInput('/shares', new Message('shape.no-shares')) : $shares;
    }

    /**
     * @param  array<string, SeenWhen>  $base
     * @return array<string, SeenWhen>
     */
    private static function seen(Fields $fields, array $base): array
    {
        $fields->only(array_column(Sight::cases(), 'value'));
        foreach (Sight::cases() as $sight) {
            if ($fields->has($sight->value)) {
                $base[$sight->value] = $fields->oneOf($sight->value, SeenWhen::class);
            }
        }

        return $base;
    }

    /** @return array<string, mixed> every member */
    public function toArray(): array
    {
        return [
            'purpose' => $this->purpose->value,
            'order' => $this->freeOrder ? 'any' : 'set',
            'tries' => $this->tries,
            'shares' => $this->shares,
            'afterSlip' => $this->alikeAfterSlip ? 'alike' : 'same',
            'alikeOnRequest' => $this->alikeOnRequest,
            'reveal' => $this->reveal,
            'marking' => $this->mode->value,
            'missedComeBack' => $this->missedComeBack,
            'help' => $this->help,
            'enough' => $this->enough,
            'almostCosts' => $this->almostCosts,
            'mixOptions' => $this->mixOptions,
            'mixStops' => $this->mixStops,
            'rounds' => $this->rounds->toArray(),
            'goal' => $this->goal->toArray(),
            'seconds' => ['question' => $this->secondsForQuestion, 'round' => $this->secondsForRound],
            'seen' => array_map(static fn (SeenWhen $moment): string => $moment->value, $this->seen),
            'gates' => array_map(static fn (Gate $gate): array => $gate->toArray(), $this->gates),
            'returns' => $this->returns->toArray(),
            'onePage' => $this->onePage,
        ];
    }

    /** The share of the points that is left at a try, from 1. */
    public function shareAt(int $try): float
    {
        return $this->shares[$try - 1] ?? $this->shares[count($this->shares) - 1];
    }

    /** Free order, or a round that is handed in whole: there is an overview to move about in. */
    public function hasOverview(): bool
    {
        return $this->freeOrder || $this->mode === Mode::HandedIn;
    }

    /** One page has a meaning where nothing is marked on the way. */
    public function isOnePage(): bool
    {
        return $this->onePage && $this->mode === Mode::HandedIn;
    }

    /** These terms, with what newer ones of the same task have in the student's favour: more time. */
    public function favouredBy(self $newer): self
    {
        $more = static fn (?int $mine, ?int $theirs): ?int => $mine === null || $theirs === null ? null : max($mine, $theirs);

        return $this->with(
            secondsForQuestion: $more($this->secondsForQuestion, $newer->secondsForQuestion),
            secondsForRound: $more($this->secondsForRound, $newer->secondsForRound),
        );
    }

    /** These terms with some of the constructor's arguments otherwise. */
    public function with(mixed ...$members): self
    {
        return new self(...$members + get_object_vars($this));
    }
}
