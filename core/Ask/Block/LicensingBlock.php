<?php

declare(strict_types=1);

namespace Vorhut\Core\Ask\Block;

use Vorhut\Core\Ask\AskContext;
use Vorhut\Core\Ask\AskItem;
use Vorhut\Core\Ask\Target\FieldAnswer;
use Vorhut\Core\Job\Licence;
use Vorhut\Core\Job\LicenceState;
use Vorhut\Core\Profile\Setting\OutsideSource;
use Vorhut\Core\Profile\Step\Need;
use Vorhut\Core\Profile\Step\ProfileStep;

/** Keys and entitlement codes that are still to come. */
final class LicensingBlock implements Block
{
    public function items(AskContext $asked): iterable
    {
        foreach ($asked->job->all(Licence::class) as $licence) {
            $device = $asked->job->devices[$licence->device];
            if ($licence->state->isInTheUnit() || LicenceState::Received === $licence->state) {
                continue;
            }
            $isIt = static fn (Need $n): bool => $n->licence === $licence->kind;
            $steps = array_filter(
                $asked->job->profileOf($device)->steps,
                static fn (ProfileStep $s): bool => [] !== array_filter($s->needs, $isIt),
            );
            $tied = $licence->serial ?? $device->serial;
            yield new AskItem(
                id: \sprintf('licence.%s.code', $licence->id),
                who: OutsideSource::LicenceDesk,
                block: 'Licences',
                what: \sprintf('%s for %s: entitlement code or key', $licence->name, $device->name),
                units: [$device],
                form: 'entitlement code as printed, and its expiry date',
                why: null === $tied ? 'Tied to the device; its serial number follows.' : \sprintf('Tied to serial number %s.', $tied),
                blocks: array_values(array_map(static fn (ProfileStep $s): string => $s->title, $steps)),
                filling: new FieldAnswer(Licence::class, $licence->id, 'code'),
                answer: (string) $licence->code,
                ours: \sprintf('quantity %d, %s', $licence->count, $licence->state->label()),
            );
        }
    }
}
