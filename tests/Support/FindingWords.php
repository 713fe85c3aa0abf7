<?php

declare(strict_types=1);

namespace Vorhut\Tests\Support;

use PHPUnit\Framework\Assert;
use Vorhut\App\Plan\ShippedProfiles;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\Findings\Check;
use Vorhut\Core\Findings\Finding;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Lists;
use Vorhut\Core\Proof\Prover;
use Vorhut\Core\Reach\Cause\Cause;
use Vorhut\Core\Record\Json;

/**
 * Reads what findings say with three sets of names: as they are, as short as can be, and as long as may be with all that names have in
 * them. Each sentence must be one, and name nothing by an id. With FINDINGS set to a file, all are written there to be read.
 */
final class FindingWords
{
    private const LONG = 'Northern “annex”, 2nd floor – Zoë\'s room & corridor behind the old hall of the harbour office, door %dB';

    /** Ids of settings that are words as well. */
    private const WORDS = ['sample-rate', 'frame-rate'];

    /** @param string|null $rule null: all */
    public static function assertRead(Job $job, ?string $rule = null, ?\DateTimeImmutable $today = null): void
    {
        $count = \count(self::found($job, $rule, $today));
        foreach (self::sets($job) as $named) {
            $findings = self::found($named, $rule, $today);
            Assert::assertCount($count, $findings, 'a name changes nothing of what is found');
            foreach ($findings as $finding) {
                self::assertSentences($finding, $named);
            }
        }
    }

    /** @return list<Job> the same plan with its own names, with short ones, and with long ones */
    public static function sets(Job $job): array
    {
        return [
            $job,
            self::renamed($job, static fn (int $n): string => 'U'.$n),
            self::renamed($job, static fn (int $n): string => \sprintf(self::LONG, $n)),
        ];
    }

    private static function assertSentences(Finding $finding, Job $job): void
    {
        $all = implode(' | ', [$finding->title, $finding->why, $finding->advice]);
        self::write($finding->rule.' | '.$finding->short.' | '.$all);
        foreach ([$finding->title, $finding->advice, ...('' === $finding->why ? [] : [$finding->why])] as $text) {
            $isBegun = 1 === preg_match('/^[\p{Lu}\d“"]|^mDNS\b/u', $text)
                || array_any(self::names($job), static fn (string $name): bool => str_starts_with($text, $name));
            Assert::assertTrue($isBegun, 'a sentence begins with a capital: '.$all);
        }
        Assert::assertMatchesRegularExpression('/[^.]$/D', $finding->title, 'a title has no full stop: '.$all);
        foreach (['' === $finding->why ? 'None.' : $finding->why, $finding->advice] as $text) {
            Assert::assertMatchesRegularExpression('/[^\s.]\.”?$|\?$/uD', $text, 'a sentence ends so: '.$all);
        }
        self::assertText($all, $job);
    }

    /** A cause is one sentence without its full stop: others stand behind it. */
    public static function assertCause(?Cause $cause, Job $job): void
    {
        if (null !== $cause) {
            self::write($cause->rule->value.' | '.$cause->text);
            self::assertText($cause->text, $job);
            Assert::assertMatchesRegularExpression('/[\w)”]$/uD', $cause->text);
        }
    }

    /** Causes of all pairs of an intent, with three sets of names. */
    public static function assertCauses(Job $job, string $intent): void
    {
        foreach (self::sets($job) as $named) {
            foreach ((new Prover($named))->prove()->intents[$intent]->pairs() as $pair) {
                foreach ([$pair->cause, ...array_column($pair->leaves, 'cause')] as $cause) {
                    self::assertCause($cause, $named);
                }
            }
        }
    }

    /** Nothing in it is empty, a mark of a template, an id, or a plural of one. */
    public static function assertText(string $all, Job $job): void
    {
        Assert::assertDoesNotMatchRegularExpression('/[{}]|  | [.,;:]|\.\.(?!\.)|,,|\(\)|“”|""|\bnull\b|\bArray\b/', $all);
        $units = 'ms|s|is|has|loses|was|lies|ends|begins|does|its|us|rings|needs|gives|less|plus|across|bus|class|address|access';
        Assert::assertDoesNotMatchRegularExpression('/(?<![\d.,:\/-])\b1 (?!(?:'.$units.')\b)\p{Ll}+s\b/u', $all, 'one is no plural');
        foreach (self::ids($job) as $id) {
            Assert::assertDoesNotMatchRegularExpression('/(?<![\w.\/:-])'.preg_quote($id, '/').'(?![\w.-])/', $all, 'an id: '.$id);
        }
    }

    private static function write(string $line): void
    {
        $file = getenv('FINDINGS');
        if (\is_string($file) && '' !== $file) {
            file_put_contents($file, $line."\n", \FILE_APPEND);
        }
    }

    /** @return list<string> that are no words, and no names either */
    private static function ids(Job $job): array
    {
        $ids = [];
        foreach (Lists::all() as $list) {
            foreach ($job->records[$list->name] ?? [] as $id => $record) {
                $isName = \in_array((string) $id, [$record['name'] ?? (string) $id, $record['hostname'] ?? null], true);
                if (str_contains((string) $id, '-') && !$isName) {
                    $ids[] = (string) $id;
                }
            }
        }
        foreach ($job->devices as $device) {
            foreach ($job->profileOf($device)->settings as $setting) {
                $ids[] = str_contains($setting->id, '-') && !\in_array($setting->id, self::WORDS, true) ? $setting->id : '';
            }
        }

        return array_values(array_unique(array_filter($ids, static fn (string $id): bool => '' !== $id)));
    }

    /** @return list<string> */
    private static function names(Job $job): array
    {
        $names = [];
        foreach ($job->records as $records) {
            foreach ($records as $id => $record) {
                $name = $record['name'] ?? $id;
                $names[] = \is_string($name) ? $name : (string) $id;
            }
        }

        return $names;
    }

    /** @return list<Finding> */
    private static function found(Job $job, ?string $rule, ?\DateTimeImmutable $today): array
    {
        $all = Check::run($job, null, $today);

        return array_values(array_filter($all, static fn (Finding $f): bool => null === $rule || $f->rule === $rule));
    }

    /** @param \Closure(int): string $name */
    private static function renamed(Job $job, \Closure $name): Job
    {
        $data = Json::object(JobFile::write($job));
        $number = 1;
        foreach (Lists::all() as $list) {
            $records = $job->records[$list->name] ?? [];
            if ('profiles' === $list->name || [] === $records) {
                continue;
            }
            $renamed = [];
            foreach ($records as $record) {
                $renamed[] = isset($list->type()->fields['name']) ? [...$record, 'name' => $name($number)] : $record;
                ++$number;
            }
            if ('' === $list->section) {
                $data[$list->name] = $renamed;
            } else {
                $section = \is_array($data[$list->section] ?? null) ? $data[$list->section] : [];
                $data[$list->section] = [...$section, $list->name => $renamed];
            }
        }

        return JobFile::read(Json::line($data), ShippedProfiles::load());
    }
}
