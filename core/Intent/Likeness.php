<?php

declare(strict_types=1);

namespace Vorhut\Core\Intent;

use Vorhut\Core\Job\Intent;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Profile\FindMethod;
use Vorhut\Core\Reach\Node\Network;
use Vorhut\Core\Reach\Node\Node;
use Vorhut\Core\Reach\Node\NodeClasses;
use Vorhut\Core\Voice\CallerGroups;
use Vorhut\Core\Voice\VoicePlan;

/** Which devices fare alike in an intent: they stand in the same place and play the same part in it. */
final class Likeness
{
    private readonly NodeClasses $places;
    private readonly PhoneSystems $systems;

    /** @var array<array-key, string> which routes a unit may use, by unit */
    private array $routes = [];

    /** @var array<string, string> */
    private array $roles = [];

    /** @var array<string, int> */
    private array $numbers = [];

    public function __construct(private readonly Job $job, private readonly Network $network)
    {
        $this->places = new NodeClasses($job, $network);
        $this->systems = new PhoneSystems($job);
        $callers = new CallerGroups(new VoicePlan($job));
        foreach ($callers->groups as $number => $group) {
            foreach ($group as $extension) {
                $this->routes[(string) $extension->device] ??= 'r'.$number;
            }
        }
    }

    /** What an asker of this intent has in common with those that fare alike. */
    public function ofAsker(string $id, Intent $intent): string
    {
        if (Kinds::kindOf($intent)->isByUnit()) {
            return 'only '.$id;
        }

        return $this->places->classOf($id).(null === Kinds::kindOf($intent)->service($intent) ? ' '.$this->role($id) : '');
    }

    /** The same for who is asked. */
    public function ofAsked(string $id, Intent $intent): string
    {
        if (Kinds::kindOf($intent)->isByUnit()) {
            return 'only '.$id;
        }
        $service = Kinds::kindOf($intent)->service($intent);
        $part = null === $service
            ? $this->role($id)
            : (int) (true === $this->network->node($id)?->listensOn($service->protocol, $service->firstPort));

        return $this->places->classOf($id).' '.$part;
    }

    private function role(string $id): string
    {
        return $this->roles[$id] ??= $this->numbered($this->play($this->network->node($id), $id));
    }

    /** What it offers and how it finds others, as far as predictions look at it. */
    private function play(?Node $node, string $id): string
    {
        $device = $this->job->devices[$id] ?? null;
        if (null === $device || null === $node || $this->systems->isOne($id)) {
            return 'only '.$id;
        }
        $profile = $this->job->profileOf($device);
        $lists = [];
        foreach ($profile->finds as $finder) {
            if (FindMethod::UnicastList === $finder->method) {
                $lists[] = implode(',', $device->settingList($finder->listSetting));
            }
        }
        $modes = [];
        foreach ($device->interfaces as $interface) {
            $modes[] = $interface->mode->value
                .(null === $interface->address ? '' : '!')
                .(null === $interface->listens ? '' : implode(',', $interface->listens));
        }

        $named = null === $device->hostname ? '' : 'named';

        return implode('|', [$profile->id, $named, $this->routes[$id] ?? '', implode(',', $this->systems->all($id)), ...$lists, ...$modes]);
    }

    private function numbered(string $text): string
    {
        return (string) ($this->numbers[$text] ??= \count($this->numbers));
    }
}
