<?php

declare(strict_types=1);

namespace Vorhut\App\Proof;

use Symfony\Component\HttpFoundation\Request;
use Vorhut\App\Web\RecordForm;
use Vorhut\App\Web\View\FormField;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Edit;
use Vorhut\Core\Job\Intent;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Record\RecordType;

/** The form of an intent to be added, and the change made of it. */
final readonly class IntentForm
{
    private const MOST_DEVICES = 300;
    private const MOST_EXTENSIONS = 100;
    private const EXAMPLES = ['from' => 'device:mic-station', 'to' => 'profile:mic-receiver', 'service' => 'tcp/443'];

    /** @return list<FormField> */
    public function fields(Job $job): array
    {
        $fields = [];
        foreach ((new RecordForm($job))->fields(RecordType::of(Intent::class), [], ['id']) as $f) {
            $party = 'from' === $f->name || 'to' === $f->name;
            $fields[] = new FormField(
                $f->name,
                'service' === $f->name ? 'Service, for reach' : $f->label,
                $f->value,
                $f->control,
                $f->technical,
                $f->options,
                $party,
                self::EXAMPLES[$f->name] ?? '',
                suggestions: $party ? 'parties' : '',
            );
        }

        return $fields;
    }

    /** @return list<string> parties somebody may mean */
    public function parties(Job $job): array
    {
        $parties = [];
        foreach (['segment' => $job->segments, 'location' => $job->locations] as $kind => $records) {
            foreach (array_keys($records) as $id) {
                $parties[] = $kind.':'.$id;
            }
        }
        foreach (\array_slice(array_keys($job->devices), 0, self::MOST_DEVICES) as $id) {
            $parties[] = 'device:'.$id;
        }
        foreach (\array_slice(array_keys($job->extensions), 0, self::MOST_EXTENSIONS) as $number) {
            $parties[] = 'extension:'.$number;
        }

        return $parties;
    }

    public function change(Job $job, Request $request): ChangeSet
    {
        $n = \count($job->intents) + 1;
        while (isset($job->intents['i-'.$n])) {
            ++$n;
        }
        $record = (new RecordForm($job))->record(RecordType::of(Intent::class), $request->request->all(), ['id' => 'i-'.$n]);
        $name = \is_string($record['name'] ?? null) ? $record['name'] : 'i-'.$n;

        return new ChangeSet('Added intent '.$name, [new Edit(Intent::class, 'i-'.$n, null, $record)]);
    }
}
