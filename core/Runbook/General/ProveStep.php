<?php

declare(strict_types=1);

namespace Vorhut\Core\Runbook\General;

use Vorhut\Core\Job\Intent;
use Vorhut\Core\Job\PartyKind;
use Vorhut\Core\Job\PartyRef;
use Vorhut\Core\Profile\Step\RecordKind;
use Vorhut\Core\Profile\Step\ToRecord;
use Vorhut\Core\Profile\Step\WorkStage;
use Vorhut\Core\Runbook\RunbookContext;
use Vorhut\Core\Runbook\RunbookStep;

/** Ping is the start, not the proof. */
final class ProveStep implements GeneralStep
{
    private const MAX = 12;

    public function step(RunbookContext $context): RunbookStep
    {
        $record = [];
        foreach ($context->job->intents as $intent) {
            if (self::concerns($context, $intent)) {
                $record[] = new ToRecord(kind: RecordKind::Tick, label: $intent->name, setting: null, unit: '', min: null, max: null);
            }
            if (\count($record) >= self::MAX) {
                break;
            }
        }

        return new RunbookStep(
            'prove',
            WorkStage::Prove,
            'Test from the user\'s side',
            'What counts is what its users can reach.',
            do: $context->isNetworked()
                ? ['Connect the test laptop in the segment of its users and run the tests from there, not from the bench.']
                : ['Use it as its users will.'],
            record: $record,
        );
    }

    private static function concerns(RunbookContext $context, Intent $intent): bool
    {
        return array_any([...$intent->from, ...$intent->to], static fn ($party): bool => self::isMeant($context, $party));
    }

    private static function isMeant(RunbookContext $context, PartyRef $party): bool
    {
        return match ($party->kind) {
            PartyKind::Device => $party->id === $context->device->id,
            PartyKind::Profile => $party->id === $context->device->profile,
            PartyKind::Extension => ($context->job->extensions[$party->id] ?? null)?->device === $context->device->id,
            default => false,
        };
    }
}
