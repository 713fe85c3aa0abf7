<?php

declare(strict_types=1);

namespace Vorhut\Tests\App;

use PHPUnit\Framework\ExpectationFailedException;
use Symfony\Component\HttpKernel\Exception\HttpException;
use Symfony\Component\Routing\Route;
use Symfony\Component\Routing\RouterInterface;
use Vorhut\App\Plan\JobStore;
use Vorhut\App\Plan\ShippedProfiles;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Paper\PrintableLists;
use Vorhut\Core\Record\Json;
use Vorhut\Tests\Support\DigitIds;
use Vorhut\Tests\Support\OddJobs;

/** Every page of a job is a page, whatever its records are called. */
final class EveryPageTest extends AppTestCase
{
    private const MAX_OF_A_SORT = 1;

    public function testIdsOfDigitsLongNamesAndUnusualCharactersTakeNoPageDown(): void
    {
        $data = Json::object(JobFile::write(DigitIds::demo()));
        $long = static fn (string $name): string => mb_substr($name.' “日本語” <b>&amp;</b> '.str_repeat('Œuvre ', 30), 0, 118).'..';
        foreach (['segments', 'routers', 'devices', 'locations', 'switches', 'intents', 'flows'] as $list) {
            \assert(\is_array($data[$list]));
            foreach ($data[$list] as $n => $record) {
                \assert(\is_array($record));
                $name = $record['name'] ?? '';
                $data[$list][$n] = ['name' => $long(\is_string($name) ? $name : '')] + $record;
            }
        }
        \assert(\is_array($data['job']));
        $data['job']['name'] = 'Odd';
        $this->visit(JobFile::read(Json::line($data), ShippedProfiles::load()));
    }

    /** One of its kind each time; with ODD_JOBS=200 as many, from ODD_SEED on. */
    public function testAnOddJobTakesNoPageDown(): void
    {
        $first = false === getenv('ODD_SEED') ? random_int(1, 1 << 30) : (int) getenv('ODD_SEED');
        for ($seed = $first, $last = $first + max(1, (int) getenv('ODD_JOBS')); $seed < $last; ++$seed) {
            $this->visit((new OddJobs($seed))->job(), 'seed '.$seed.' ', 50);
            $this->em()->clear();
        }
    }

    /** Opened by itself it is a page that names its job, or a file, or leads to a page. */
    private function isWhole(string $path, string $jobName): void
    {
        self::assertContains($this->code(), [200, 303], $path);
        $isPage = str_starts_with((string) $this->client->getResponse()->headers->get('Content-Type'), 'text/html');
        if (200 === $this->code() && $isPage) {
            $title = $this->client->getCrawler()->filter('head title');
            self::assertStringContainsString(trim((string) preg_replace('/\s+/u', ' ', $jobName)), $title->text(''), $path);
        }
    }

    private function visit(Job $job, string $title = '', int $atLeast = 150): void
    {
        $this->as('ines');
        $store = self::getContainer()->get(JobStore::class);
        \assert($store instanceof JobStore);
        $slug = $store->create($job, null)->getSlug();
        $router = self::getContainer()->get(RouterInterface::class);
        \assert($router instanceof RouterInterface);
        $seen = 0;
        $this->client->catchExceptions(false);
        foreach ($router->getRouteCollection()->all() as $name => $route) {
            if (!str_starts_with($route->getPath(), '/job/{slug}') || !\in_array('GET', $route->getMethods(), true)) {
                continue;
            }
            foreach ($this->paths($job, $slug, $route) as $path) {
                try {
                    $this->client->request('GET', $path);
                    $this->isWhole($title.$name.' '.$path, $job->info->name);
                    if (303 === $this->code()) {
                        $this->part($path);
                    }
                } catch (HttpException) {
                    continue;
                } catch (ExpectationFailedException $e) {
                    throw $e;
                } catch (\Throwable $e) {
                    self::fail($title.$name.' '.$path.': '.$e);
                }
                self::assertContains($this->code(), [200, 303], $title.$name.' '.$path);
                ++$seen;
            }
        }
        foreach ($this->chosen($job) as $query) {
            $this->client->request('GET', '/job/'.$slug.$query);
            self::assertSame(200, $this->client->getResponse()->getStatusCode(), $title.$query);
        }
        self::assertGreaterThan($atLeast, $seen);
    }

    /** @return iterable<string> pages with something chosen */
    private function chosen(Job $job): iterable
    {
        foreach (\array_slice($job->intents, 0, 8) as $intent) {
            yield '/proof?intent='.$intent->id;
        }
        foreach (\array_slice($job->segments, 0, 3) as $segment) {
            yield \sprintf('/networks?edit=%1$s&from=%1$s', $segment->id);
            yield \sprintf('/proof?axis=segment&row=%1$s&column=%1$s', $segment->id);
        }
        foreach (\array_slice($job->devices, 0, 3) as $device) {
            yield '/devices?sel='.$device->id;
            yield '/bench/several?of=kind:'.$device->profile;
        }
    }

    /** @return iterable<string> */
    private function paths(Job $job, string $slug, Route $route): iterable
    {
        if (str_contains($route->getPath(), '{list}')) {
            foreach (array_filter($job->records) as $list => $records) {
                $record = str_contains($route->getPath(), '{id}') ? '/'.rawurlencode((string) array_key_first($records)) : '';
                yield \sprintf('/job/%s/records/%s%s', $slug, $list, $record);
            }

            return;
        }
        $all = [['slug' => $slug]];
        foreach (array_filter($route->compile()->getPathVariables(), \is_string(...)) as $variable) {
            $values = 'slug' === $variable ? [$slug] : $this->values($job, $variable);
            $next = [];
            foreach ($all as $some) {
                foreach ($values as $value) {
                    $next[] = [$variable => $value] + $some;
                }
            }
            $all = $next;
        }
        foreach ($all as $values) {
            $path = $route->getPath();
            foreach ($values as $variable => $value) {
                $path = str_replace(['{'.$variable.'}', '{'.$variable.':'], [rawurlencode($value), ''], $path);
            }
            yield $path;
        }
    }

    /** @return list<string> */
    private function values(Job $job, string $variable): array
    {
        $some = static fn (array $records): array => \array_slice(array_map(strval(...), array_keys($records)), 0, self::MAX_OF_A_SORT);

        return match ($variable) {
            'id', 'device' => [...$some($job->devices), ...$some($job->intents), 'desk-phone-page'],
            'name' => array_values(array_map(static fn ($paper): string => $paper->name(), PrintableLists::all())),
            'what' => ['units', 'dnsmasq', 'kea', 'zone'],
            default => ['1'],
        };
    }
}
