<?php

declare(strict_types=1);

namespace Vorhut\App\Proof;

use Vorhut\App\Entity\Observation;
use Vorhut\App\Entity\SweepRun;
use Vorhut\App\Web\LocalTime;
use Vorhut\Core\Intent\PairPrediction;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Proof\SeenIn;

/** What was seen of a pair, beside what is predicted of it. */
final readonly class SeenView
{
    private function __construct(
        public VerdictView $span,
        public string $time,
        public string $date,
        public string $dateTime,
        public string $who,
        public string $how,
        /** The mark and name of where it was: "◇ lab" or "◆ site". */
        public string $where,
        public string $evidence,
        public bool $differs,
        public bool $unseen,
        public string $advice,
    ) {}

    public static function fromPrediction(Job $job, PairPrediction $prediction, Observation $seen, \DateTimeZone $zone): self
    {
        $differs = $prediction->contradicts($seen->getSpan());
        $vantage = $seen->getVantage();
        $note = '' === $seen->getNote() ? '' : ': '.$seen->getNote();
        $unit = 'The device or the network is not as planned: read its address, mask and gateway at the device, '
            .'look at its cable and VLAN, then test again.';
        $plan = 'The plan is wrong or out of date: record what is really set, then predict again.';

        return new self(
            span: VerdictView::fromVerdict($seen->getSpan()),
            time: LocalTime::clock($seen->getAt(), $zone),
            date: LocalTime::short($seen->getAt(), $zone),
            dateTime: LocalTime::exact($seen->getAt(), $zone),
            who: $seen->getUser()?->getDisplayName() ?? 'somebody',
            how: match ($vantage) {
                null => $note,
                default => self::live($job, $seen->where(), $vantage),
            },
            where: $seen->where()->mark().' '.$seen->where()->value,
            evidence: (string) $seen->getEvidence(),
            differs: $differs,
            unseen: !$differs && $seen->getSpan()->holds() !== $prediction->span->holds(),
            advice: $prediction->span->holds() ? $unit : $plan,
        );
    }

    private static function live(Job $job, SeenIn $where, string $vantage): string
    {
        return match (true) {
            SeenIn::Lab === $where => ', live in the lab from '.$job->nameOf($vantage),
            SweepRun::ON_SITE === $vantage => ', live on the site',
            default => ', live on the site from '.$job->nameOf($vantage),
        };
    }
}
