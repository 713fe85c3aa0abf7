<?php

declare(strict_types=1);

namespace Vorhut\Core\Voice;

use Vorhut\Core\Job\Extension;
use Vorhut\Core\Job\ExtensionKind;
use Vorhut\Core\Job\RingOrder;
use Vorhut\Core\Job\Trunk;
use Vorhut\Core\Job\VoiceRoute;

/** In which order a call tries those it may end at: members of groups, who comes otherwise, mailboxes, trunks. */
final readonly class RingPlan
{
    private const MAX = 12;

    /** Seconds until an automatic answer, or one at the far end of a trunk. */
    private const LONG = 180;

    public function __construct(private VoicePlan $plan) {}

    /** @return list<RingStage> none where the number leads nowhere */
    public function inOrder(Dialled $dialled): array
    {
        if ('trunk' === $dialled->to?->kind) {
            $route = $this->plan->job->all(VoiceRoute::class)[$dialled->route ?? ''] ?? null;
            $trunks = null === $route ? [] : $this->plan->trunksOf($route);

            return array_map(static fn (Trunk $t): RingStage => new RingStage([], self::LONG, $t->id), $trunks);
        }
        $first = null === $dialled->to ? null : $this->plan->extension($dialled->path[0] ?? $dialled->to->id);

        return null === $first ? [] : $this->from($first);
    }

    /** @return list<RingStage> */
    private function from(Extension $extension): array
    {
        $stages = [];
        $seen = [];
        for ($at = $extension; null !== $at && !isset($seen[$at->number]) && \count($stages) < self::MAX; $at = $next) {
            $seen[$at->number] = true;
            array_push($stages, ...self::stages($at));
            $next = null === $at->otherwise ? null : $this->plan->extension($at->otherwise->number);
            if (null === $next && $at->mailbox) {
                $stages[] = new RingStage([], self::LONG, mailbox: $at->number);
            }
        }

        return $stages;
    }

    /** @return list<RingStage> */
    private static function stages(Extension $extension): array
    {
        if (ExtensionKind::Group !== $extension->kind) {
            $isUnit = ExtensionKind::Sip === $extension->kind || ExtensionKind::Analogue === $extension->kind;

            return [new RingStage([$extension->number], $isUnit ? $extension->seconds : self::LONG)];
        }

        return RingOrder::All === $extension->ring
            ? [new RingStage($extension->members, $extension->seconds)]
            : array_map(static fn (string $n): RingStage => new RingStage([$n], $extension->seconds), $extension->members);
    }
}
