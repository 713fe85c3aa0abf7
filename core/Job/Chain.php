<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Record\Field\Choice;
use Vorhut\Core\Record\Field\Name;
use Vorhut\Core\Record\Field\Number;
use Vorhut\Core\Record\Field\Records;
use Vorhut\Core\Record\Field\Slug;
use Vorhut\Core\Record\Field\WholeNumber;
use Vorhut\Core\Record\ListOf;

/** Sound on its way from where it enters to where it is heard. */
#[ListOf(name: 'chains', one: 'audio chain', many: 'audio chains')]
final readonly class Chain
{
    /** @param list<ChainStage> $stages from input to output */
    public function __construct(
        #[Slug]
        public string $id,
        #[Name]
        public string $name,
        #[Choice(ChainFor::class, 'For', default: ChainFor::Live)]
        public ChainFor $for,
        #[Number(0, 100000, 'Latency limit, ms')]
        public ?float $budgetMs,
        #[Number(0, 100000, 'Video latency, ms')]
        public ?float $pictureMs,
        #[WholeNumber(1, 100000, 'Channels required')]
        public ?int $channels,
        #[Records(ChainStage::class, 'Stages')]
        public array $stages,
    ) {}
}
