<?php

declare(strict_types=1);

namespace Vorhut\App\Live;

use Psr\Clock\ClockInterface;
use Vorhut\App\Entity\TestRun;
use Vorhut\App\Entity\User;
use Vorhut\App\Lab\Labs;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Plan\JobReading;
use Vorhut\App\Proof\CallStates;
use Vorhut\App\Runs\Runs;

/** Begins live tests, within reason. */
final readonly class LiveTests
{
    /** A live test asks each pair by itself, in minutes and not in hours. */
    private const MAX_PAIRS = 5000;

    public function __construct(
        private JobReading $reading,
        private CallStates $calls,
        private Labs $labs,
        private Runs $runs,
        private ClockInterface $clock,
    ) {}

    /** @return string|null why it does not begin; null where it does */
    public function begin(JobContext $context, TestOrder $order, User $by): ?string
    {
        $refused = $this->refusal($context, $order->onSite, null !== $order->pair ? 1 : $this->pairs($context, $order));
        if (null === $refused) {
            $this->runs->start(TestRun::wanted(
                job: $context->stored,
                user: $by,
                at: $this->clock->now(),
                intent: $order->intent,
                pair: $order->pair,
                onSite: $order->onSite,
                cell: $order->cell?->__toString(),
                step: $order->step,
            ));
        }

        return $refused;
    }

    /** @return string|null why so many pairs cannot be asked there; null where they can */
    public function refusal(JobContext $context, bool $onSite, int $pairs): ?string
    {
        if ($onSite && [] === $context->stored->getFieldRanges()) {
            return 'Field mode is off: only the lab on 127.0.0.0/8 is contacted. A lead enables it in Brief.';
        }
        if (!$onSite && null === $this->labs->blocks($context->stored)) {
            return Labs::NONE;
        }
        $number = static fn (int $n): string => number_format($n, 0, '.', ' ');
        $sentence = '%s pairs are too many for one test; at most %s. Open a cell or an intent with fewer.';

        return $pairs > self::MAX_PAIRS ? \sprintf($sentence, $number($pairs), $number(self::MAX_PAIRS)) : null;
    }

    private function pairs(JobContext $context, TestOrder $order): int
    {
        $digest = $this->reading->digest($context->stored);

        return match (true) {
            null !== $order->intent => $digest->intents[$order->intent]['pairs'] ?? 0,
            null !== $order->cell => array_sum(
                $digest->matrices[$order->cell->axis->value]->cells[$order->cell->row][$order->cell->column] ?? [],
            ),
            null !== $order->step => $this->calls->state($context->stored, $order->step)->pairs(),
            default => $digest->pairs,
        };
    }
}
