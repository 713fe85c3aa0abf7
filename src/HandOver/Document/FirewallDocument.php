<?php

declare(strict_types=1);

namespace Vorhut\App\HandOver\Document;

use Vorhut\App\Papers\Csv;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Plan\JobReading;
use Vorhut\Core\Ask\AskContext;
use Vorhut\Core\Ask\AskItem;
use Vorhut\Core\Ask\AskRows;
use Vorhut\Core\Ask\AskSheet;
use Vorhut\Core\Ask\Block\PassingBlock;
use Vorhut\Core\Setting\Settings;

/** What must pass between networks, for whoever keeps the firewall; answers to it are read back where questions are. */
final readonly class FirewallDocument implements Document
{
    public function __construct(private JobReading $reading) {}

    public function name(): string
    {
        return 'firewall';
    }

    public function title(): string
    {
        return 'Firewall change request';
    }

    public function files(JobContext $context): iterable
    {
        $sheet = AskSheet::fromContext(new AskContext(new Settings($context->job), $this->reading->prover($context->stored)));
        $passing = $sheet->those(static fn (AskItem $item): bool => PassingBlock::ABOUT === $item->block);

        yield 'firewall-request.csv' => Csv::MARK.Csv::write([AskRows::HEADS, ...AskRows::rows($passing)]);
    }
}
