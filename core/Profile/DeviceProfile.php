<?php

declare(strict_types=1);

namespace Vorhut\Core\Profile;

use Vorhut\Core\Addressing\Ipv4Address;
use Vorhut\Core\Job\Service;
use Vorhut\Core\JobFile\RecordReader;

/** What a kind of device is and how it behaves: data, never code (schema/profile.schema.json). */
final readonly class DeviceProfile
{
    /**
     * @param list<WayIn>       $waysIn
     * @param list<Service>     $services    what a unit listens on
     * @param list<Ipv4Address> $joins       multicast groups it joins
     * @param list<Finder>      $answers     discovery methods a unit answers
     * @param list<Finder>      $finds       discovery methods a station uses
     * @param list<string>      $cautions
     * @param list<string>      $accessories
     */
    public function __construct(
        public string $id,
        public string $name,
        public string $plural,
        public Family $family,
        public FactoryState $factory,
        public string $login,
        public array $waysIn,
        public string $menuPath,
        public string $reset,
        public int $bootSeconds,
        public int $rebootSeconds,
        public string $readySign,
        public GatewayPolicy $gatewayPolicy,
        public array $services,
        public array $joins,
        public array $answers,
        public array $finds,
        public ?Service $manage,
        public ?SipRole $sipRole,
        public ?Service $media,
        public bool $mediaThroughServer,
        public array $cautions,
        public array $accessories,
        public ?float $watts,
        public ?float $maxCelsius,
        public ?string $firmware,
    ) {
    }

    public static function read(RecordReader $r): self
    {
        $id = $r->id();
        $name = $r->name($id);
        $ways = array_map(
            static fn (mixed $way): WayIn => (\is_string($way) ? WayIn::tryFrom($way) : null) ?? throw $r->refuse('waysIn', 'a list of '.implode(', ', array_map(static fn (WayIn $w): string => $w->value, WayIn::cases()))),
            $r->list('waysIn'),
        );
        $texts = static fn (string $key): array => array_map(static fn (mixed $text): string => \is_string($text) ? $text : throw $r->refuse($key, 'a list of texts'), $r->list($key));

        return new self(
            $id,
            $name,
            $r->string('plural', $name.'s', 60),
            $r->enum('family', Family::class),
            FactoryState::read($r->nested('factory')),
            $r->string('login', '', 300),
            $ways,
            $r->string('menuPath', '', 200),
            $r->string('reset', '', 400),
            $r->integer('bootSeconds', 0, 3600, 60) ?? 60,
            $r->integer('rebootSeconds', 0, 3600, 60) ?? 60,
            $r->string('readySign', '', 200),
            $r->enum('gatewayPolicy', GatewayPolicy::class, GatewayPolicy::MayBeBlank),
            $r->parsedList('services', Service::fromString(...)),
            $r->parsedList('joins', Ipv4Address::fromString(...)),
            $r->records('answers', Finder::read(...)),
            $r->records('finds', Finder::read(...)),
            $r->parsed('manage', Service::fromString(...)),
            $r->has('sipRole') ? $r->enum('sipRole', SipRole::class) : self::absent($r, 'sipRole'),
            $r->parsed('media', Service::fromString(...)),
            $r->flag('mediaThroughServer', false),
            $texts('cautions'),
            $texts('accessories'),
            $r->number('watts', 0, 10000),
            $r->number('maxCelsius', -20, 120),
            $r->text('firmware', 60),
        );
    }

    public function answersBy(FindMethod $method): bool
    {
        foreach ($this->answers as $finder) {
            if ($method === $finder->method) {
                return true;
            }
        }

        return false;
    }

    /** A phone from which somebody may dial an emergency number. */
    public function isPhone(): bool
    {
        return Family::Phone === $this->family;
    }

    private static function absent(RecordReader $r, string $key): null
    {
        $r->present($key);

        return null;
    }
}
