<?php

declare(strict_types=1);

namespace Vorhut\App\Ask;

use Vorhut\App\Entity\AskLink;
use Vorhut\App\Entity\Role;
use Vorhut\App\Plan\ChangeRights;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Plan\JobReading;
use Vorhut\Core\Ask\AskContext;
use Vorhut\Core\Ask\AskItem;
use Vorhut\Core\Ask\AskSheet;
use Vorhut\Core\Profile\Setting\OutsideSource;
use Vorhut\Core\Proof\Prover;
use Vorhut\Core\Setting\Settings;

/** What is asked in a stored job. */
final readonly class AskSheets
{
    public function __construct(private JobReading $reading, private AskLinks $links) {}

    public function sheet(JobContext $context, string $who = ''): AskSheet
    {
        $sheet = AskSheet::fromContext(new AskContext(new Settings($context->job), $this->reading->prover($context->stored)));
        $only = OutsideSource::tryFrom($who);

        return null === $only ? $sheet : $sheet->to($only);
    }

    /** What is asked by a link: what was answered by it as well, so that it may be corrected. */
    public function ofLink(AskLink $link, JobContext $context): AskSheet
    {
        if ([] === $link->getChanges()) {
            return $this->sheet($context, $link->getWho()->value);
        }
        $job = $this->links->unanswered($link, $context->job);

        return AskSheet::fromContext(new AskContext(new Settings($job), new Prover($job)))->to($link->getWho());
    }

    /**
     * By who is asked: questions, and those that hold up a step. Of a large job it takes too long to be told in passing.
     *
     * @return array<string, array{open: int, all: int, waiting: int}>
     */
    public function sums(JobContext $context): array
    {
        if (\count($context->job->devices) > JobReading::LARGE) {
            return [];
        }

        return $this->reading->once('ask-sums', $context->stored, function () use ($context): array {
            $sums = [];
            foreach ($this->sheet($context)->items as $item) {
                $sum = $sums[$item->who->value] ?? ['open' => 0, 'all' => 0, 'waiting' => 0];
                ++$sum['all'];
                $sum['open'] += (int) $item->isOpen();
                $sum['waiting'] += self::holdsUp($item) ? 1 : 0;
                $sums[$item->who->value] = $sum;
            }

            return $sums;
        });
    }

    /** Whether somebody with this role may answer it: an answer changes what they may change. */
    public static function mayAnswer(AskItem $item, ?Role $role): bool
    {
        return true === $role?->reaches(ChangeRights::roleFor($item->filling->list()));
    }

    private static function holdsUp(AskItem $item): bool
    {
        return $item->isOpen() && [] !== $item->blocks;
    }
}
