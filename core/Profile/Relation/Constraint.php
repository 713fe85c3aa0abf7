<?php

declare(strict_types=1);

namespace Vorhut\Core\Profile\Relation;

use Vorhut\Core\Convention\When;
use Vorhut\Core\Record\Checked;
use Vorhut\Core\Record\Field\Choice;
use Vorhut\Core\Record\Field\Records;
use Vorhut\Core\Record\Field\Text;
use Vorhut\Core\Record\RawRecord;

/**
 * Two values of coupled units and the relation between them.
 *
 * Each is the id of a setting, "@" with a fact of the plan, or "=" with a fixed value. In the partner's setting {other-setting}
 * stands for the unit's own value of that.
 */
final readonly class Constraint implements Checked
{
    /** @param list<When> $when conditions on the unit itself */
    public function __construct(
        #[Text('Name', required: true, max: 120)]
        public string $name,
        #[Choice(Comparison::class, 'Relation', default: Comparison::Equal)]
        public Comparison $relation,
        #[Text('Own value', max: 120, default: '', technical: true)]
        public string $mine,
        #[Text('Value of the other device', max: 120, default: '', technical: true)]
        public string $theirs,
        #[Choice(LeadingEnd::class, 'Leading end', default: LeadingEnd::Nobody)]
        public LeadingEnd $lead,
        #[Text('Reason', max: 300, default: '')]
        public string $why,
        #[Records(When::class, 'Only where')]
        public array $when,
    ) {}

    /** Without a value of the other device: no two devices with the same partner may have the same. */
    public function isAmongPeers(): bool
    {
        return Comparison::Different === $this->relation && '' === $this->theirs;
    }

    public function check(RawRecord $given): void
    {
        foreach (['mine' => $this->mine, 'theirs' => $this->theirs] as $key => $value) {
            if ('' === $value && $this->relation->comparesValues() && !(Comparison::Different === $this->relation && 'theirs' === $key)) {
                throw $given->refuse($key, 'the id of a setting, "@" with a fact, or "=" with a fixed value');
            }
        }
    }
}
