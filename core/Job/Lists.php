<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Profile\DeviceProfile;

/** The lists of a job whose records can be changed one by one. */
final class Lists
{
    /** In their order in the file; the lists of a section stand together. */
    private const TYPES = [
        Location::class,
        Segment::class,
        Router::class,
        NetworkSwitch::class,
        SwitchLink::class,
        Uplink::class,
        Circuit::class,
        Rack::class,
        DeviceProfile::class,
        Device::class,
        Extension::class,
        Trunk::class,
        VoiceRoute::class,
        NumberBlock::class,
        NumberCode::class,
        Hours::class,
        Flow::class,
        Fixture::class,
        LightRun::class,
        Chain::class,
        Scene::class,
        Conference::class,
        Relation::class,
        ValueRule::class,
        Answer::class,
        Licence::class,
        Reading::class,
        Intent::class,
    ];

    /** @var array<string, RecordList>|null by name */
    private static ?array $lists = null;

    /** @var array<class-string, RecordList> */
    private static array $byType = [];

    /** @return array<string, RecordList> by name */
    public static function all(): array
    {
        if (null === self::$lists) {
            foreach (self::TYPES as $type) {
                self::$byType[$type] = new RecordList($type);
            }
            self::$lists = array_column(self::$byType, null, 'name');
        }

        return self::$lists;
    }

    /** @throws \OutOfBoundsException for a name that no list has */
    public static function named(string $name): RecordList
    {
        return self::all()[$name] ?? throw new \OutOfBoundsException(\sprintf('There is no list "%s".', $name));
    }

    /**
     * The list of a value object.
     *
     * @param class-string $type
     */
    public static function forType(string $type): RecordList
    {
        self::all();

        return self::$byType[$type] ?? throw new \OutOfBoundsException(\sprintf('%s belongs to no list.', $type));
    }
}
