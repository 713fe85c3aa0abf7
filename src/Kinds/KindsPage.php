<?php

declare(strict_types=1);

namespace Vorhut\App\Kinds;

use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Bench\DialView;
use Vorhut\App\Bench\PortView;
use Vorhut\App\Plan\ChangeRights;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Plan\NewRecord;
use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\Words;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Net\InterfaceAddress;
use Vorhut\Core\Profile\DeviceProfile;
use Vorhut\Core\Profile\Entrance;
use Vorhut\Core\Profile\FactoryMode;
use Vorhut\Core\Profile\InterfaceFactory;
use Vorhut\Core\Profile\LicenceKind;
use Vorhut\Core\Profile\Module;
use Vorhut\Core\Profile\Relation\Constraint;
use Vorhut\Core\Profile\Relation\RelationType;
use Vorhut\Core\Profile\RotarySwitch;
use Vorhut\Core\Profile\Setting\Allowed;
use Vorhut\Core\Profile\Setting\MenuPlace;
use Vorhut\Core\Profile\Setting\Setting;
use Vorhut\Core\Profile\Setting\Template;
use Vorhut\Core\Profile\Supply;

/** Shows the kinds of unit that a job can plan with. */
final readonly class KindsPage
{
    private const MAX_UNITS = 30;

    public function __construct(private Security $security, private UrlGeneratorInterface $urls) {}

    public function all(JobContext $context): KindsView
    {
        $counts = array_count_values(array_column($context->job->devices, 'profile'));
        $trades = [];
        foreach ($context->job->profiles->all() as $profile) {
            $count = $counts[$profile->id] ?? 0;
            $trades[ucfirst(str_replace('-', ' ', $profile->family->value))][] = [
                'name' => $profile->name,
                'url' => $this->url($context, 'kind', ['id' => $profile->id]),
                'about' => $profile->about,
                'count' => 0 === $count ? '' : $count.' here',
            ];
        }
        ksort($trades);

        return new KindsView(
            Words::count(array_sum(array_map(\count(...), $trades)), 'device type'),
            $trades,
            new Link('Device types of your own', $this->url($context, 'records', ['list' => 'profiles']), 'o'),
        );
    }

    public function one(JobContext $context, DeviceProfile $profile): KindView
    {
        return new KindView(
            name: $profile->name,
            about: $profile->about,
            facts: self::facts($profile),
            ports: array_map(PortView::fromPort(...), $profile->ports),
            dials: array_map(static fn (RotarySwitch $d): DialView => DialView::fromDial($d, ''), $profile->dials),
            settings: array_map(self::setting(...), $profile->settings),
            couplings: array_map(fn (RelationType $c): array => $this->coupling($context, $c), $profile->couplings),
            stages: Previews::preview($profile),
            actions: $this->actions($context, $profile),
            units: $this->units($context, $profile),
            allUrl: $this->url($context, 'kinds', []),
        );
    }

    /** @return array<string, string> */
    private static function facts(DeviceProfile $profile): array
    {
        $factory = $profile->factory;
        $facts = [
            'Factory state' => self::factory('', $factory->mode, $factory->address).implode('', array_map(
                static fn (InterfaceFactory $f): string => '; '.self::factory($f->interface.': ', $f->mode, $f->address),
                $profile->factories,
            )),
            'Access' => implode('; ', array_map(self::entrance(...), $profile->entrances)),
            'Power supply' => implode('; ', array_map(static fn (Supply $s): string => $s->kind->label(), $profile->supplies)),
            'Consumption' => null === $profile->watts ? '' : $profile->watts.' W',
            'Rated to' => null === $profile->maxCelsius ? '' : $profile->maxCelsius.' °C',
            'Weight' => null === $profile->kilograms ? '' : $profile->kilograms.' kg',
            'Firmware' => (string) $profile->firmware,
            'Boot time' => 0 === $profile->bootSeconds ? '' : $profile->bootSeconds.' s',
            'Reset' => $profile->reset,
            'Modules' => implode(', ', array_map(
                static fn (Module $m): string => \sprintf('%s (%s)', $m->name, Words::count($m->sockets, 'socket')),
                $profile->modules,
            )),
            'Licences' => implode(', ', array_map(self::licence(...), $profile->licences)),
            'In the box' => implode(', ', $profile->accessories),
        ];

        return array_filter($facts, static fn (string $f): bool => '' !== $f);
    }

    private static function factory(string $of, FactoryMode $mode, ?InterfaceAddress $address): string
    {
        return $of.$mode->label().(null === $address ? '' : ', '.$address);
    }

    private static function licence(LicenceKind $licence): string
    {
        $notes = [
            $licence->steps > 1 ? 'sold in steps of '.$licence->steps : '',
            '' === $licence->tiedTo ? '' : 'tied to '.$licence->tiedTo,
            $licence->required ? 'needed' : '',
            $licence->unlocks ? 'expires' : '',
        ];
        $said = implode(', ', array_filter($notes, static fn (string $n): bool => '' !== $n));

        return $licence->name.('' === $said ? '' : \sprintf(' (%s)', $said));
    }

    private static function entrance(Entrance $entrance): string
    {
        return $entrance->way->label().('' === $entrance->login ? '' : ' ('.$entrance->login.')');
    }

    /** @return array{name: string, takes: string, where: string, notes: string} */
    private static function setting(Setting $setting): array
    {
        $default = null === $setting->default ? '' : 'otherwise '.Allowed::shown($setting, $setting->default);
        $notes = [
            $default,
            '' === $setting->computed ? '' : Template::inWords($setting->computed),
            null === $setting->ask ? '' : 'answered by '.$setting->ask->label(),
            $setting->why,
        ];

        return [
            'name' => $setting->name,
            'takes' => Allowed::says($setting),
            'where' => implode('; ', array_map(static fn (MenuPlace $p): string => $p->path, $setting->where)),
            'notes' => implode(' · ', array_filter($notes, static fn (string $n): bool => '' !== $n)),
        ];
    }

    /** @return array{says: string, with: string, ties: string} */
    private function coupling(JobContext $context, RelationType $coupling): array
    {
        $names = array_map(
            static fn (string $id): string => $context->job->profiles->has($id) ? $context->job->profiles->get($id)->name : $id,
            $coupling->with,
        );

        return [
            'says' => $coupling->name,
            'with' => [] === $names ? 'any device' : implode(', ', $names),
            'ties' => implode(', ', array_map(
                static fn (Constraint $t): string => \sprintf('%s %s', $t->name, $t->relation->label()),
                $coupling->ties,
            )),
        ];
    }

    /** @return list<Link> */
    private function actions(JobContext $context, DeviceProfile $profile): array
    {
        $actions = [];
        if ([] !== $profile->keypads) {
            $actions[] = new Link('Practise keypad entry', $this->url($context, 'practice', ['id' => $profile->id]), 'p');
        }
        if ($this->security->isGranted(ChangeRights::roleFor('profiles')->value)) {
            $own = isset($context->job->records['profiles'][$profile->id]);
            $actions[] = $own
                ? new Link('Edit', $this->url($context, 'record', ['list' => 'profiles', 'id' => $profile->id]), 'e')
                : new Link(
                    'Duplicate as your own',
                    $this->url($context, 'record', ['list' => 'profiles', 'id' => NewRecord::ID, 'like' => $profile->id]),
                    'l',
                );
        }

        return $actions;
    }

    /** @return list<Link> */
    private function units(JobContext $context, DeviceProfile $profile): array
    {
        $units = array_filter($context->job->devices, static fn (Device $d): bool => $d->profile === $profile->id);

        return array_map(
            fn (Device $d): Link => new Link($d->name, $this->url($context, 'bench_device', ['id' => $d->id])),
            array_values(\array_slice($units, 0, self::MAX_UNITS)),
        );
    }

    /** @param array<string, string> $more */
    private function url(JobContext $context, string $route, array $more): string
    {
        return $this->urls->generate($route, ['slug' => $context->stored->getSlug(), ...$more]);
    }
}
