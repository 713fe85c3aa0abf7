<?php

declare(strict_types=1);

namespace Vorhut\App\HandOver\Paper;

use Vorhut\App\Racks\RackView;
use Vorhut\Core\HandOver\OpenItem;
use Vorhut\Core\HandOver\UnitSheet;

/** The hand-over as it is printed. */
final readonly class BookView
{
    /**
     * @param list<string> $summary sentences
     * @param list<array{string, string}> $signed who took it over, where somebody did
     * @param list<array{id: string, title: string}> $contents
     * @param list<array{title: string, items: list<OpenItem>, more: string}> $open by kind
     * @param array<string, list<string>> $cautions by what they are about
     * @param list<array{id: string, title: string, heads: list<string>, rows: list<list<string>>, more: string}> $lists
     * @param list<RackView> $racks
     * @param list<UnitSheet> $units
     * @param list<ProofPart> $proof by intent
     */
    public function __construct(
        public string $job,
        public string $client,
        public array $summary,
        public array $signed,
        public array $contents,
        public array $open,
        public array $cautions,
        public array $lists,
        public array $racks,
        public array $units,
        public array $proof,
        public string $proofMore,
    ) {}
}
