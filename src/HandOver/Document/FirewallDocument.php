<?php

declare(strict_types=1);

namespace Vorhut\App\HandOver\Document;

use Vorhut\App\Jobs\JobInHand;
use Vorhut\App\Jobs\JobReading;
use Vorhut\App\Papers\Csv;
use Vorhut\Core\Ask\Asked;
use Vorhut\Core\Ask\AskItem;
use Vorhut\Core\Ask\Block\Passing;
use Vorhut\Core\Setting\Settings;

/** What must pass between networks, for whoever keeps the firewall. */
final readonly class FirewallDocument implements Document
{
    private const HEADS = ['About', 'What', 'For', 'Why', 'Answer'];

    public function __construct(private JobReading $reading)
    {
    }

    public function name(): string
    {
        return 'firewall';
    }

    public function title(): string
    {
        return 'Request for the firewall';
    }

    public function place(): int
    {
        return 60;
    }

    public function files(JobInHand $hand): iterable
    {
        $asked = new Asked(new Settings($hand->job), $this->reading->prover($hand->stored));
        $rows = [self::HEADS];
        foreach ((new Passing())->items($asked) as $item) {
            $rows[] = self::row($item);
        }

        yield 'firewall-request.csv' => Csv::MARK.Csv::of($rows);
    }

    /** @return list<string> */
    private static function row(AskItem $item): array
    {
        return [$item->block, $item->what, implode(', ', array_column($item->units, 'name')), $item->why, $item->answer];
    }
}
