<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\JobFile\RecordReader;

/** A statement to be proven: from each of these parties to each of those. */
final readonly class Intent
{
    /**
     * @param non-empty-list<PartyRef> $from
     * @param non-empty-list<PartyRef> $to
     */
    public function __construct(
        public string $id,
        public string $name,
        public IntentKind $kind,
        public array $from,
        public array $to,
        public ?Service $service,
        public Expectation $expect,
    ) {
    }

    public static function read(RecordReader $r): self
    {
        $id = $r->id();
        $kind = $r->enum('kind', IntentKind::class);
        $from = $r->parsedList('from', PartyRef::fromString(...));
        $to = $r->parsedList('to', PartyRef::fromString(...));
        if ([] === $from || [] === $to) {
            throw $r->refuse([] === $from ? 'from' : 'to', 'a list with at least one party', 'Such as ["device:station"].');
        }
        $service = $r->parsed('service', Service::fromString(...));
        if (null !== $service && IntentKind::Reach !== $kind) {
            throw $r->refuse('service', 'a service only for intents of kind reach', 'Other kinds know their ports from the profiles.');
        }

        return new self($id, $r->name($id), $kind, $from, $to, $service, $r->enum('expect', Expectation::class, Expectation::Must));
    }
}
