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
#[ListOf(name: 'chains', one: 'chain', many: 'chains')]
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
        #[Number(0, 100000, 'Latest, in ms, where another limit holds')]
        public ?float $budgetMs,
        #[Number(0, 100000, 'How late the picture is, in ms')]
        public ?float $pictureMs,
        #[WholeNumber(1, 100000, 'Channels that must get through')]
        public ?int $channels,
        #[Records(ChainStage::class, 'Stages')]
        public array $stages,
    ) {}
}
