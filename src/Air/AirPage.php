<?php

declare(strict_types=1);

namespace Vorhut\App\Air;

use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Plan\JobReading;
use Vorhut\App\Web\Sentence;
use Vorhut\App\Web\Words;
use Vorhut\Core\Air\AirAttempt;
use Vorhut\Core\Air\AirChain;
use Vorhut\Core\Air\AirLog;
use Vorhut\Core\Constraint\ConstraintChecks;
use Vorhut\Core\Intent\RegistrationPaths;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Setting\Settings;

/** Shows the chain of each Wi-Fi phone, and reads a log beside it. */
final readonly class AirPage
{
    private const MAX = 200;

    public function __construct(private JobReading $reading, private UrlGeneratorInterface $urls) {}

    public function show(JobContext $context, string $text): AirView
    {
        $settings = new Settings($context->job);
        $network = $this->reading->prover($context->stored)->network;
        $chain = new AirChain($settings, new ConstraintChecks($settings), new RegistrationPaths($context->job, $network));
        $phones = AirChain::phones($settings);
        $attempts = [];
        $error = '';
        try {
            $attempts = AirLog::read($text);
        } catch (InvalidValue $e) {
            $error = Sentence::ofValue($e);
        }
        $slug = ['slug' => $context->stored->getSlug()];

        return new AirView(
            summary: Words::count(\count($phones), 'phone'),
            phones: array_map(fn (Device $d): array => [
                'name' => $d->name,
                'url' => $this->urls->generate('devices', [...$slug, 'sel' => $d->id]),
                'links' => $chain->stages($d),
            ], \array_slice($phones, 0, self::MAX)),
            url: $this->urls->generate('air', $slug),
            text: $text,
            attempts: array_map(static fn (AirAttempt $a): array => [
                'name' => self::named($context, $a->who),
                'reached' => $a->reached?->label() ?? 'nothing',
                'stopped' => $a->stopped?->label() ?? '',
                'reason' => $a->reason,
                'look' => $a->stopped?->look() ?? '',
            ], $attempts),
            error: $error,
        );
    }

    /** The unit of a MAC or account, where the plan knows it. */
    private static function named(JobContext $context, string $who): string
    {
        foreach ($context->job->devices as $device) {
            $mac = $device->interfaces[0]->mac ?? null;
            if ((null !== $mac && (string) $mac === $who) || $device->id === $who) {
                return $device->name;
            }
        }

        return $who;
    }
}
