<?php

declare(strict_types=1);

namespace Vorhut\App\Plan;

use Vorhut\Core\Record\Json;

/** How a job stands, in a few numbers: kept with its row, so that a list of jobs computes nothing. */
final readonly class JobFigures
{
    private function __construct(
        public int $revision,
        public int $devices,
        public int $segments,
        public int $setUp,
        public int $withoutAddress,
        public int $intents,
        public int $failing,
        public int $unsettled,
        public int $findings,
    ) {}

    public static function fromDigest(JobDigest $digest, int $revision): self
    {
        return new self(
            revision: $revision,
            devices: $digest->devices,
            segments: $digest->segments,
            setUp: $digest->setUp,
            withoutAddress: $digest->withoutAddress,
            intents: \count($digest->intents),
            failing: $digest->failingIntents(),
            unsettled: $digest->unsettledIntents(),
            findings: \count($digest->findings),
        );
    }

    public static function kept(string $json): ?self
    {
        $numbers = array_values(array_filter((array) Json::decode($json), \is_int(...)));

        return 9 === \count($numbers) ? new self(...$numbers) : null;
    }

    public function keep(): string
    {
        return Json::line(array_values(get_object_vars($this)));
    }

    /** @return array{string, string} how its intents stand, and in which tone that is said */
    public function state(): array
    {
        return match (true) {
            0 === $this->intents => ['no intents yet', 'unknown'],
            $this->failing > 0 => [\sprintf('%d of %d intents fail', $this->failing, $this->intents), 'broken'],
            $this->unsettled > 0 => [\sprintf('%d of %d intents not predictable', $this->unsettled, $this->intents), 'unknown'],
            default => [\sprintf('all %d intents hold', $this->intents), 'through'],
        };
    }
}
