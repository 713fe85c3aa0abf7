<?php

declare(strict_types=1);

namespace Vorhut\Field\Probe;

use Vorhut\Core\Record\Field\Number;
use Vorhut\Core\Record\Field\Text;
use Vorhut\Core\Record\Field\WholeNumber;

/** The first line of a file of results: where they were made, of which plan, and how the clock there went. */
final readonly class ResultsHead
{
    public const VERSION = 1;

    public function __construct(
        #[WholeNumber(self::VERSION, self::VERSION, required: true)]
        public int $results,
        #[Text(max: 200, required: true)]
        public string $job,
        /** SHA-256 of the job file. */
        #[Text(max: 64, default: '', pattern: '/^[0-9a-f]{64}$/D', says: 'a SHA-256 in hexadecimal')]
        public string $plan,
        #[Text(max: 64, required: true)]
        public string $vantage,
        /** ISO 8601, by the clock of the machine that asked. */
        #[Text(max: 32, required: true)]
        public string $began,
        /** Seconds that a time server's clock is ahead of the one of this machine; null where none answered. */
        #[Number(-1e9, 1e9)]
        public ?float $offset,
        #[Text(max: 64, default: '')]
        public string $clock,
    ) {}
}
