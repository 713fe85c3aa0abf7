<?php

declare(strict_types=1);

namespace Vorhut\App\Live;

use Vorhut\Core\Intent\PairVerdict;
use Vorhut\Core\Proof\SeenIn;
use Vorhut\Core\Record\Completed;
use Vorhut\Core\Record\Field\Choice;
use Vorhut\Core\Record\Field\Flag;
use Vorhut\Core\Record\Field\Slug;
use Vorhut\Core\Record\Field\Text;

/** One line of a probe file: what was seen of one pair, and from where. */
final readonly class ProbeLine implements Completed
{
    public function __construct(
        #[Slug]
        public string $intent,
        #[Text(max: 64, required: true)]
        public string $from,
        #[Text(max: 64, required: true)]
        public string $to,
        #[Choice(PairVerdict::class, required: true)]
        public PairVerdict $seen,
        #[Flag]
        public bool $holds,
        #[Text(max: 64)]
        public string $vantage,
        #[Text(max: 20000, default: '')]
        public string $evidence,
        /** ISO 8601, by the clock of the machine that asked. */
        #[Text(max: 32, default: '')]
        public string $at,
        /** Older files lack it: false, not tested on site. */
        #[Choice(SeenIn::class, default: SeenIn::Lab)]
        public SeenIn $where,
    ) {}

    /** Where nothing else is said, it was seen by whoever asked. */
    public static function complete(array $record): array
    {
        return ['vantage' => $record['vantage'] ?? $record['from'] ?? null] + $record;
    }

    public static function completed(): array
    {
        return ['vantage'];
    }
}
