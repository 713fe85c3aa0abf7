<?php

declare(strict_types=1);

// Numbers dialled on paper, and what the findings of voice cost: php bench/voice.php [extensions] [routes]
require dirname(__DIR__).'/vendor/autoload.php';

use Vorhut\App\Plan\ShippedProfiles;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\Job\VoiceRoute;
use Vorhut\Core\Record\Json;
use Vorhut\Core\Voice\Dialler;
use Vorhut\Core\Voice\DialQuery;
use Vorhut\Core\Voice\HelpCalls;
use Vorhut\Core\Voice\NumberClashes;
use Vorhut\Core\Voice\RouteUse;
use Vorhut\Core\Voice\VoicePlan;

$extensions = (int) ($argv[1] ?? 2000);
$routes = (int) ($argv[2] ?? 50);
$voice = ['extensions' => [], 'trunks' => [['id' => 'carrier']], 'routes' => []];
for ($n = 0; $n < $extensions; ++$n) {
    $voice['extensions'][] = ['number' => (string) (20000 + $n), 'name' => 'Number '.$n];
}
for ($n = 0; $n < $routes; ++$n) {
    $map = sprintf('0%02dx.T|1%02dxx|[3-5]%dxxx', $n, $n, $n % 10);
    $voice['routes'][] = ['id' => 'r'.$n, 'direction' => 'out', 'digitMap' => $map, 'strip' => 1, 'from' => ['20000-20999']];
}
$voice['codes'] = [['code' => '112', 'kind' => 'emergency'], ['code' => '0', 'kind' => 'outside']];
$text = Json::pretty(['format' => 'vorhut-job', 'version' => 1, 'job' => ['name' => 'Voice'], 'voice' => $voice]);

$timed = static function (string $what, Closure $do): mixed {
    $start = hrtime(true);
    $result = $do();
    printf("%-44s %9.1f ms\n", $what, (hrtime(true) - $start) / 1e6);

    return $result;
};
$job = $timed('read the job', static fn () => JobFile::read($text, ShippedProfiles::load()));
$plan = $timed('index it', static fn () => new VoicePlan($job));
mt_srand(1);
$queries = [];
for ($n = 0; $n < 20000; ++$n) {
    $number = 0 === $n % 2 ? (string) (20000 + mt_rand(0, $extensions - 1)) : sprintf('0%09d', mt_rand(0, 999999999));
    $queries[] = DialQuery::from((string) (20000 + mt_rand(0, $extensions - 1)), $number);
}
$dialler = new Dialler($plan);
$timed('20,000 numbers dialled on paper', static function () use ($dialler, $queries): void {
    foreach ($queries as $query) {
        $dialler->dial($query);
    }
});
$patterns = array_map(
    static fn (VoiceRoute $r): string => '/^(?:'.strtr((string) $r->digitMap, ['x' => '\d', '.' => '*', 'T' => '']).')$/D',
    $plan->out,
);
$timed('the same, a regular expression for each route', static function () use ($patterns, $queries): void {
    foreach ($queries as $query) {
        foreach ($patterns as $pattern) {
            preg_match($pattern, $query->number);
        }
    }
});
$timed('which routes are never taken', static fn () => (new RouteUse($plan))->untaken());
$timed('numbers for help, from everybody', static fn () => (new HelpCalls($plan))->faults());
$timed('clashes of all numbers', static function () use ($job): void {
    $clashes = new NumberClashes($job);
    foreach ($job->extensions as $extension) {
        $clashes->clash($extension);
    }
});
printf("peak %d MB\n", memory_get_peak_usage(true) / 1048576);
