<?php

declare(strict_types=1);

namespace HiddenLadder\App\Media;

use HiddenLadder\App\Media\Services\FoundVideo;
use HiddenLadder\App\Media\Services\ServiceAway;
use HiddenLadder\App\Media\Services\SimulatedService;
use HiddenLadder\App\Media\Services\VideoService;
use HiddenLadder\App\Reason;
use HiddenLadder\App\Rejected;
use HiddenLadder\Core\Message;
use Illuminate\Support\Facades\Config;

/** The services that whoever runs the server has set up, by name. */
final class VideoServices
{
    /** Which adaptor speaks to which kind of service. */
    private const ADAPTORS = ['simulated' => SimulatedService::class];

    /** @return array<string, array{adaptor: string, label: string, address: string}> */
    public static function settings(): array
    {
        /** @var array<string, array{adaptor: string, label: string, address: ?string}> $settings */
        $settings = Config::array('hidden_ladder.video_services');
        $set = [];
        foreach ($settings as $name => $service) {
            if (($service['address'] ?? '') !== '') {
                $set[$name] = ['adaptor' => $service['adaptor'], 'label' => $service['label'], 'address' => (string) $service['address']];
            }
        }

        return $set;
    }

    /** @return ?string which kind of player it has; null where it is not set up any more */
    public static function kindOf(string $name): ?string
    {
        return self::settings()[$name]['adaptor'] ?? null;
    }

    public function named(string $name): ?VideoService
    {
        $settings = self::settings()[$name] ?? null;

        return $settings === null ? null : new (self::ADAPTORS[$settings['adaptor']])($settings['address']);
    }

    /**
     * What they have about something: videos, each with its service's name; and what the services are called that do not answer.
     *
     * @return array{list<array{string, FoundVideo}>, list<string>}
     */
    public function search(string $words): array
    {
        $found = $away = [];
        foreach (self::settings() as $name => $settings) {
            try {
                foreach ($this->named($name)?->search($words) ?? [] as $video) {
                    $found[] = [$name, $video];
                }
            } catch (ServiceAway) {
                $away[] = $settings['label'];
            }
        }

        return [$found, $away];
    }

    /**
     * The video whose page has this address, and whose service it is.
     *
     * @return array{string, FoundVideo}|null
     *
     * @throws Rejected when the service it belongs to does not answer
     */
    public function at(string $address): ?array
    {
        foreach (self::settings() as $name => $settings) {
            $video = $this->asked($settings['label'], fn (): ?FoundVideo => $this->named($name)?->at($address));
            if ($video !== null) {
                return [$name, $video];
            }
        }

        return null;
    }

    /** @throws Rejected when there is none, or the service does not answer */
    public function find(string $name, string $key): FoundVideo
    {
        return $this->asked(self::settings()[$name]['label'] ?? $name, fn (): ?FoundVideo => $this->named($name)?->find($key))
            ?? throw new Rejected(Reason::NotFound, new Message('problem.media.not-there'));
    }

    /** @param  \Closure(): ?FoundVideo  $ask */
    private function asked(string $label, \Closure $ask): ?FoundVideo
    {
        try {
            return $ask();
        } catch (ServiceAway) {
            throw new Rejected(Reason::ServiceAway, new Message('problem.media.service-away', ['service' => $label]));
        }
    }
}
