<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Net\Service;
use Vorhut\Core\Record\Checked;
use Vorhut\Core\Record\Conditional;
use Vorhut\Core\Record\Field\Choice;
use Vorhut\Core\Record\Field\Name;
use Vorhut\Core\Record\Field\OneOf;
use Vorhut\Core\Record\Field\Parsed;
use Vorhut\Core\Record\Field\Slug;
use Vorhut\Core\Record\ListOf;
use Vorhut\Core\Record\RawRecord;

/** A statement to be proven: from each of these parties to each of those. */
#[ListOf(name: 'intents', one: 'intent', many: 'intents')]
final readonly class Intent implements Checked, Conditional
{
    /**
     * @param string $kind one of IntentKinds
     * @param non-empty-list<PartyRef> $from
     * @param non-empty-list<PartyRef> $to
     */
    public function __construct(
        #[Slug]
        public string $id,
        #[Name('Intent')]
        public string $name,
        #[OneOf(IntentKinds::class, 'Type')]
        public string $kind,
        #[Parties('From')]
        public array $from,
        #[Parties('To')]
        public array $to,
        #[Parsed(Service::class, 'Service')]
        public ?Service $service,
        #[Choice(Expectation::class, 'Requirement', default: Expectation::Must)]
        public Expectation $expect,
    ) {}

    public function check(RawRecord $given): void
    {
        foreach (['from' => $this->from, 'to' => $this->to] as $key => $parties) {
            if ([] === $parties) { // @phpstan-ignore identical.alwaysFalse (this is what makes it true)
                throw $given->refuse($key, 'a list with at least one party', 'Such as ["device:station"].');
            }
        }
    }

    public static function conditions(): array
    {
        return ['required' => ['from', 'to'], 'properties' => ['from' => ['minItems' => 1], 'to' => ['minItems' => 1]]];
    }
}
