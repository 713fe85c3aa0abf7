<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Addressing\InterfaceAddress;
use Vorhut\Core\JobFile\RecordReader;

/** One unit to be provisioned. */
final readonly class Device
{
    /**
     * @param list<NetworkInterface>                  $interfaces
     * @param list<Route>                             $routes
     * @param array<string, scalar|list<scalar>|null> $settings
     */
    public function __construct(
        public string $id,
        public string $name,
        public string $profile,
        public ?string $location,
        public ?string $serial,
        public ?string $hostname,
        public array $interfaces,
        public array $routes,
        public array $settings,
        public ?string $firmware,
        public Stage $stage,
    ) {
    }

    public static function read(RecordReader $r): self
    {
        return new self(
            $r->id(),
            $r->name($r->id()),
            $r->id('profile'),
            $r->reference('location'),
            $r->text('serial', 80),
            self::hostname($r),
            $r->records('interfaces', NetworkInterface::read(...)),
            $r->records('routes', Route::read(...)),
            self::settings($r),
            $r->text('firmware', 60),
            $r->enum('stage', Stage::class, Stage::Planned),
        );
    }

    public function primaryAddress(): ?InterfaceAddress
    {
        foreach ($this->interfaces as $interface) {
            if (null !== $interface->address) {
                return $interface->address;
            }
        }

        return null;
    }

    /** @return list<string> a setting that holds a list of texts, empty where it is not set */
    public function settingList(string $name): array
    {
        $value = $this->settings[$name] ?? [];

        return array_map(strval(...), \is_array($value) ? $value : [$value]);
    }

    private static function hostname(RecordReader $r): ?string
    {
        $name = $r->text('hostname', 63);
        if (null !== $name && 1 !== preg_match('/^[a-zA-Z0-9](?:[a-zA-Z0-9-]*[a-zA-Z0-9])?$/D', $name)) {
            throw $r->refuse('hostname', 'letters, digits and hyphens, 1 to 63 of them (RFC 1123, section 2.1)', 'Begin and end with a letter or digit.');
        }

        return $name;
    }

    /** @return array<string, scalar|list<scalar>|null> */
    private static function settings(RecordReader $r): array
    {
        $settings = [];
        foreach ($r->map('settings') as $name => $value) {
            if (\is_array($value) && array_is_list($value)) {
                $items = [];
                foreach ($value as $item) {
                    $items[] = \is_scalar($item) ? $item : throw $r->refuse('settings', 'texts, numbers, true, false, null, or lists of them', \sprintf('Look at "%s".', $name));
                }
                $settings[$name] = $items;
            } elseif (null === $value || \is_scalar($value)) {
                $settings[$name] = $value;
            } else {
                throw $r->refuse('settings', 'texts, numbers, true, false, null, or lists of them', \sprintf('Look at "%s".', $name));
            }
        }

        return $settings;
    }
}
