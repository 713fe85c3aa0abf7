<?php

declare(strict_types=1);

namespace Vorhut\App\Scan;

use Vorhut\App\Bench\BenchRecords;
use Vorhut\App\Plan\Effect\BenchStepsVoid;
use Vorhut\App\Plan\Effect\Effect;
use Vorhut\App\Plan\Effect\SecretsTyped;
use Vorhut\App\Plan\JobContext;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Secret\SecretNeeds;
use Vorhut\Core\Setting\Settings;

/** What goes with a unit that leaves: what was done on it counts no more, and the new one has none of its secrets. */
final readonly class Swapper
{
    public function __construct(private BenchRecords $records) {}

    /** @return list<Effect> */
    public function effects(JobContext $context, Device $device): array
    {
        $ids = [];
        foreach ($this->records->records($context->stored, $device->id) as $record) {
            $ids[] = (int) $record->getId();
        }
        $names = array_column((new SecretNeeds(new Settings($context->job)))->needs($device), 'name');
        $effects = [] === $ids ? [] : [BenchStepsVoid::kept($ids)];

        return [] === $names ? $effects : [...$effects, new SecretsTyped($names, 0)];
    }
}
