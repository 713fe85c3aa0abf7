<?php

declare(strict_types=1);

namespace Vorhut\Core\Profile;

use Vorhut\Core\Record\Field\Choice;
use Vorhut\Core\Record\Field\Text;
use Vorhut\Core\Record\Field\WholeNumber;

/** What a DHCP server tells a phone about where its settings are (RFC 2132). */
final readonly class LeaseOption
{
    public function __construct(
        #[WholeNumber(1, 254, 'Code', required: true)]
        public int $code,
        #[Choice(LeaseShape::class, 'Is', default: LeaseShape::Text)]
        public LeaseShape $shape,
        #[Text(
            'Value',
            max: 200,
            default: '{url}',
            says: 'text with {url}, {host} or {address} for what the file server is called',
            technical: true,
        )]
        public string $value,
        #[WholeNumber(1, 254, 'Inside option 43, with this code')]
        public ?int $inside,
    ) {}
}
