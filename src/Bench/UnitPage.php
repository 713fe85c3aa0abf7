<?php

declare(strict_types=1);

namespace Vorhut\App\Bench;

use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Entity\BenchRecord;
use Vorhut\App\Entity\User;
use Vorhut\App\Jobs\JobInHand;
use Vorhut\App\Jobs\JobReading;
use Vorhut\App\Web\FindingLines;
use Vorhut\App\Web\LocalTime;
use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\Post;
use Vorhut\Core\Bench\BenchStep;
use Vorhut\Core\Bench\FirstContactPlanner;
use Vorhut\Core\Bench\FirstSteps;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Profile\DeviceProfile;

/** Shows one unit at the bench. */
final readonly class UnitPage
{
    public function __construct(
        private JobReading $reading,
        private BenchRecords $records,
        private Laptops $laptops,
        private FindingLines $findings,
        private Security $security,
        private UrlGeneratorInterface $urls,
    ) {
    }

    /**
     * @param string $current the step that is open; the first one to be done where there is no such step
     * @param string $error why the last reading was refused
     * @param string $read what was read then
     */
    public function show(JobInHand $hand, Device $device, Laptop $laptop, string $current, string $error = '', string $read = ''): UnitView
    {
        $records = array_filter(
            $this->records->of($hand->stored, $device->id),
            static fn (BenchRecord $r): bool => $r->isDone(),
        );
        $added = isset($records[FirstSteps::CONTACT]) ? self::addresses($records[FirstSteps::CONTACT]->getNote()) : null;
        $steps = FirstSteps::of($hand->job, $device, $laptop->ports, $added);
        $at = self::at($steps, $records, $current);
        $step = $steps[$at];
        $profile = $hand->job->profileOf($device);
        $editor = $this->security->isGranted('ROLE_TECHNICIAN');
        $recordUrl = $this->url('bench_record', $hand, ['id' => $device->id]);
        $reopen = ['step' => $step->id, 'reopen' => 1, 'version' => $hand->revision];
        $isDone = isset($records[$step->id]);
        $owner = '' === $error ? null : FirstSteps::ownerOf($hand->job, $read);

        return new UnitView(
            $device->name,
            $profile->name,
            (string) $device->serial,
            (string) ($device->interfaces[0] ?? null)?->mac,
            $hand->job->locations[$device->location]->name ?? '',
            \sprintf('%d of %d done · %s', \count($records), \count($steps), $device->stage->label()),
            $this->list($hand, $device, $steps, $records, $at),
            \sprintf('Step %d of %d, show all', $at + 1, \count($steps)),
            $this->step($hand, $step, $profile, $records[$step->id] ?? null),
            $recordUrl,
            $hand->revision,
            $editor && !$isDone,
            $editor && $isDone ? new Post('Take it back', $recordUrl, $reopen) : null,
            $error,
            $read,
            $laptop->text,
            $editor ? $this->url('bench_laptop', $hand, ['id' => $device->id]) : null,
            $this->next($hand, $device),
            \count($records) === \count($steps),
            null === $owner || $owner->id === $device->id ? null : new Link(
                'Open '.$owner->name,
                $this->url('bench_device', $hand, ['id' => $owner->id, 'step' => $step->id]),
                'o',
            ),
            $this->findings->all($hand, $this->reading->digest($hand->stored)->findingsByDevice()[$device->id] ?? [], 'devices'),
            $profile->reset,
            $profile->cautions,
            $this->url('bench', $hand, []),
            $this->url('devices', $hand, ['sel' => $device->id]),
            $this->url('bench_paper', $hand, ['device' => $device->id]),
        );
    }

    /** What the laptop is given for a unit, as it is recorded. */
    public function added(JobInHand $hand, Device $device, User $user): string
    {
        $laptop = $this->laptops->of($hand->stored, $user);
        $added = (new FirstContactPlanner($hand->job, $laptop->ports))->plan($device)->added;

        return [] === $added ? 'nothing added' : 'added '.implode(' ', $added);
    }

    /** @return list<string> */
    private static function addresses(string $note): array
    {
        return array_values(array_filter(explode(' ', $note), static fn (string $word): bool => str_contains($word, '/')));
    }

    /** The next unit in its factory state: of the same kind first, then in the order of the plan. */
    private function next(JobInHand $hand, Device $device): ?Link
    {
        $open = array_filter(
            $hand->job->devices,
            static fn (Device $d): bool => $d->stage->isFactoryState() && $d->id !== $device->id,
        );
        $alike = array_filter($open, static fn (Device $d): bool => $d->profile === $device->profile);
        $next = [...array_values($alike), ...array_values($open)][0] ?? null;

        return null === $next ? null : new Link('Next: '.$next->name, $this->url('bench_device', $hand, ['id' => $next->id]), 'n');
    }

    /**
     * @param non-empty-list<BenchStep> $steps
     * @param array<string, BenchRecord> $records those done
     */
    private static function at(array $steps, array $records, string $wanted): int
    {
        $ids = array_map(static fn (BenchStep $s): string => $s->id, $steps);
        $at = array_search($wanted, $ids, true);
        if (false !== $at) {
            return $at;
        }
        foreach ($ids as $index => $id) {
            if (!isset($records[$id])) {
                return $index;
            }
        }

        return \count($ids) - 1;
    }

    /**
     * @param list<BenchStep> $steps
     * @param array<string, BenchRecord> $records
     *
     * @return list<array{title: string, url: string, here: bool, done: bool, time: string}>
     */
    private function list(JobInHand $hand, Device $device, array $steps, array $records, int $at): array
    {
        $list = [];
        foreach ($steps as $index => $step) {
            $record = $records[$step->id] ?? null;
            $list[] = [
                'title' => $step->title,
                'url' => $this->url('bench_device', $hand, ['id' => $device->id, 'step' => $step->id]),
                'here' => $index === $at,
                'done' => null !== $record,
                'time' => null === $record ? '' : LocalTime::clock($record->getAt(), $hand->stored->getTimezone()),
            ];
        }

        return $list;
    }

    private function step(JobInHand $hand, BenchStep $step, DeviceProfile $profile, ?BenchRecord $record): StepView
    {
        $keypad = \in_array($step->id, FirstSteps::TYPED, true) ? $profile->keypads[0] ?? null : null;
        $values = [];
        foreach ($step->values as $label => $value) {
            $copy = 'leave blank' === $value ? null : explode(' ', $value)[0];
            $typing = null === $keypad || null === $copy ? null : TypingView::of($keypad, $copy);
            $values[] = ['label' => $label, 'value' => $value, 'copy' => $copy, 'typing' => $typing];
        }
        $clock = \sprintf('%d:%02d', intdiv($step->wait, 60), $step->wait % 60);

        return new StepView(
            $step->id,
            $step->title,
            $step->why,
            $step->do,
            $values,
            $step->risks,
            0 === $step->wait ? null : ['seconds' => $step->wait, 'clock' => $clock, 'sign' => $profile->readySign],
            null === $record ? '' : self::signed($hand, $record),
            $step->done,
            match ($step->check) {
                null => '',
                'mac' => 'MAC as read off the unit',
                default => 'Address as the unit shows it',
            },
        );
    }

    private static function signed(JobInHand $hand, BenchRecord $record): string
    {
        $when = LocalTime::short($record->getAt(), $hand->stored->getTimezone());
        $who = $record->getUser()?->getDisplayName() ?? 'somebody';

        return \sprintf('%s, %s%s', $when, $who, '' === $record->getNote() ? '' : ', read: '.$record->getNote());
    }

    /** @param array<string, string> $more */
    private function url(string $route, JobInHand $hand, array $more): string
    {
        return $this->urls->generate($route, ['slug' => $hand->stored->getSlug(), ...$more]);
    }
}
