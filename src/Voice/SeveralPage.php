<?php

declare(strict_types=1);

namespace Vorhut\App\Voice;

use Vorhut\App\Plan\JobContext;
use Vorhut\App\Web\View\FormField;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\ExtensionKind;
use Vorhut\Core\Profile\SipRole;
use Vorhut\Core\Voice\NumberMaker;

/** Makes many extensions at once, looked at before they are made. */
final readonly class SeveralPage
{
    private const MAX_LEFT = 40;
    private const FIELDS = ['first', 'count', 'kind', 'server', 'names'];

    public function __construct(private VoiceLinks $links) {}

    /** @param array<string, string> $typed */
    public function show(JobContext $context, array $typed): SeveralView
    {
        $maker = null;
        $error = '';
        try {
            $maker = '' === ($typed['first'] ?? '') ? null : $this->maker($context, $typed);
        } catch (InvalidValue $e) {
            $error = $e->getMessage();
        }
        $values = array_intersect_key($typed, array_flip(self::FIELDS));
        if (null !== $maker) {
            $values += ['version' => $context->revision, 'offer' => $maker->changeSet()->fingerprint()];
        }

        $more = \count($maker->left ?? []) - self::MAX_LEFT;

        return new SeveralView(
            url: $this->links->to($context, 'voice_several'),
            fields: self::fields($context, $typed),
            made: $maker->made ?? [],
            left: \array_slice($maker->left ?? [], 0, self::MAX_LEFT),
            more: $more > 0 ? \sprintf('and %d more', $more) : '',
            error: $error,
            values: $values,
        );
    }

    /**
     * @param array<string, string> $typed
     *
     * @throws InvalidValue
     */
    public function maker(JobContext $context, array $typed): NumberMaker
    {
        $names = array_values(array_filter(
            array_map(trim(...), explode("\n", $typed['names'] ?? '')),
            static fn (string $name): bool => '' !== $name,
        ));
        $count = trim($typed['count'] ?? '');
        $server = $typed['server'] ?? '';
        if ('' !== $server && !isset($context->job->devices[$server])) {
            throw new InvalidValue($server, 'a phone system of this job', 'Choose one, or none.');
        }
        $isCount = 1 === preg_match('/^\d{1,4}$/D', $count);
        if ('' !== $count && !$isCount) {
            throw new InvalidValue($count, 'a whole number', 'Such as 20, or leave it out to make one for each name.');
        }

        return NumberMaker::from(
            job: $context->job,
            first: trim($typed['first'] ?? ''),
            count: $isCount ? (int) $count : max(1, \count($names)),
            names: $names,
            kind: ExtensionKind::tryFrom($typed['kind'] ?? '') ?? ExtensionKind::Sip,
            server: '' === $server ? null : $server,
        );
    }

    /**
     * @param array<string, string> $typed
     *
     * @return list<FormField>
     */
    private static function fields(JobContext $context, array $typed): array
    {
        $kinds = $servers = [];
        foreach (ExtensionKind::cases() as $kind) {
            $kinds[$kind->value] = $kind->label();
        }
        $isServer = static fn (Device $d): bool => SipRole::Server === $context->job->profileOf($d)->sipRole;
        foreach (array_filter($context->job->devices, $isServer) as $device) {
            $servers[$device->id] = $device->name;
        }

        $digits = ['inputmode' => 'numeric'];

        return [
            new FormField('first', 'First extension', $typed['first'] ?? '', technical: true, required: true, more: $digits),
            new FormField('count', 'Quantity', $typed['count'] ?? '', technical: true, placeholder: 'one for each name'),
            new FormField('kind', 'Type', $typed['kind'] ?? 'sip', 'select', options: $kinds),
            new FormField(
                'server',
                'Phone system',
                $typed['server'] ?? (string) array_key_first($servers),
                'select',
                options: ['' => 'none yet'] + $servers,
            ),
            new FormField('names', 'Names, one a line', $typed['names'] ?? '', 'area', broad: true),
        ];
    }
}
