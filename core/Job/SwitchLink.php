<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Record\Checked;
use Vorhut\Core\Record\Field\Choice;
use Vorhut\Core\Record\Field\Name;
use Vorhut\Core\Record\Field\Number;
use Vorhut\Core\Record\Field\Parsed;
use Vorhut\Core\Record\Field\Slug;
use Vorhut\Core\Record\Field\Text;
use Vorhut\Core\Record\Field\WholeNumber;
use Vorhut\Core\Record\ListOf;
use Vorhut\Core\Record\RawRecord;

/** A cable, fibre or radio link between two ports of switches. */
#[ListOf(name: 'links', one: 'switch link', many: 'switch links')]
final readonly class SwitchLink implements Checked
{
    public function __construct(
        #[Slug]
        public string $id,
        #[Parsed(PortRef::class, 'From', required: true)]
        public PortRef $from,
        #[Parsed(PortRef::class, 'To', required: true)]
        public PortRef $to,
        #[Number(0.001, 1000000, 'Mbit/s')]
        public ?float $mbps,
        #[WholeNumber(0, 90, 'Headroom, %', default: 30)]
        public int $headroomPercent,
        #[Number(0, 1000000, 'Length, m')]
        public ?float $metres,
        #[Choice(LinkMedium::class, 'Medium', default: LinkMedium::Copper)]
        public LinkMedium $medium,
        #[Name]
        public string $name,
        #[Text('Reason for the headroom', max: 200, default: '')]
        public string $headroomWhy = '',
    ) {}

    public function check(RawRecord $given): void
    {
        if ($this->from->switch === $this->to->switch) {
            throw $given->refuse(
                key: 'to',
                allowed: 'a port of another switch',
                advice: 'A switch that is linked to itself forms a loop.',
            );
        }
    }
}
