<?php

declare(strict_types=1);

namespace Vorhut\Core\Runbook;

use Vorhut\Core\Profile\LicenceKind;
use Vorhut\Core\Profile\Step\Need;
use Vorhut\Core\Profile\Step\WorkStage;

/** What a step of one unit waits for. */
final readonly class Blockers
{
    public function __construct(private RunbookContext $context) {}

    /** @return list<Blocker> values that are still open hold up the step that types them, and no other */
    public function ofValues(RunbookStep $step): array
    {
        $blockers = [];
        foreach (WorkStage::Ask === $step->stage ? [] : $step->values as $value) {
            if (!$value->isOpen) {
                continue;
            }
            $ask = $this->context->value($value->setting)?->setting->ask;
            $blockers[] = null === $ask
                ? new Blocker('value', $value->setting, \sprintf('%s is not set.', $value->label))
                : new Blocker('answer', $value->setting, \sprintf('%s is asked of %s.', $value->label, $ask->label()));
        }

        return $blockers;
    }

    /**
     * @param array<string, bool> $done by step
     * @param array<string, string> $titles by step
     *
     * @return list<Blocker>
     */
    public function ofSteps(RunbookStep $step, array $done, array $titles): array
    {
        $blockers = [];
        foreach ($step->after as $before) {
            if (false === ($done[$before] ?? true)) {
                $blockers[] = new Blocker('step', $before, \sprintf('Do first: %s.', $titles[$before]));
            }
        }

        return $blockers;
    }

    /**
     * @param list<Need> $needs
     *
     * @return list<Blocker>
     */
    public function ofNeeds(array $needs): array
    {
        $blockers = [];
        foreach ($needs as $need) {
            array_push($blockers, ...$this->ofPartners($need), ...$this->ofLicence($need));
        }

        return $blockers;
    }

    /** @return list<Blocker> */
    private function ofPartners(Need $need): array
    {
        if (null === $need->coupling) {
            return [];
        }
        $blockers = [];
        $found = false;
        foreach ($this->context->settings->couplings->from($this->context->device) as $coupled) {
            if ($coupled->coupling->id !== $need->coupling) {
                continue;
            }
            $found = true;
            if (null !== $need->stage && !Progress::covers($coupled->to->stage, $need->stage)) {
                $said = '' === $need->text ? \sprintf('complete the stage "%s" first', $need->stage->label()) : $need->text;
                $text = \sprintf('%s: %s.', $coupled->to->name, rtrim($said, '.'));
                $blockers[] = new Blocker('unit', $coupled->to->id, $text, Progress::after($need->stage));
            }
        }

        return $found ? $blockers : [new Blocker('pairing', $need->coupling, $this->lacking($need->coupling))];
    }

    private function lacking(string $id): string
    {
        foreach ($this->context->profile->couplings as $coupling) {
            if ($coupling->id === $id) {
                return \sprintf('The plan does not name what it %s.', $coupling->name);
            }
        }

        return 'The plan does not name its partner.';
    }

    /** @return list<Blocker> */
    private function ofLicence(Need $need): array
    {
        if (null === $need->licence) {
            return [];
        }
        $licence = $this->context->licences->best($this->context->device, $need->licence);
        if (true === $licence?->state->isInTheUnit()) {
            return [];
        }
        $text = null === $licence
            ? \sprintf('The licence "%s" is not planned.', $this->licenceName($need->licence))
            : \sprintf('%s is %s.', $licence->name, $licence->state->label());

        return [new Blocker('licence', $licence->id ?? $need->licence, $text)];
    }

    private function licenceName(string $id): string
    {
        return array_find($this->context->profile->licences, static fn (LicenceKind $k): bool => $k->id === $id)->name ?? $id;
    }
}
