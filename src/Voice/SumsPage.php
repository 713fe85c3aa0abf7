<?php

declare(strict_types=1);

namespace Vorhut\App\Voice;

use Vorhut\App\Plan\JobContext;
use Vorhut\App\Web\View\FormField;
use Vorhut\App\Web\View\Link;
use Vorhut\Core\Calc\Calculation;
use Vorhut\Core\Calc\Calculations;
use Vorhut\Core\Calc\Input;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\Trunk;
use Vorhut\Core\Voice\ErlangB;

/** Sums of the trade, with figures of the job to begin with. */
final readonly class SumsPage
{
    public function __construct(private VoiceLinks $links) {}

    /** @param array<string, string> $typed */
    public function show(JobContext $context, string $name, array $typed): SumsView
    {
        $all = Calculations::all();
        $calculation = $all[$name] ?? $all['erlang-b'];
        $about = $calculation->about();
        $results = [];
        $answer = null;
        $error = '';
        try {
            $answer = Calculations::answer($calculation, SumTyped::read($calculation, $typed));
            foreach ($answer as $key => $value) {
                $results[] = [
                    'name' => SumWords::words($key),
                    'value' => self::shown($key, $value),
                    'unit' => self::unit($key, $about->outputs[$key]),
                ];
            }
        } catch (InvalidValue $e) {
            $error = [] === $typed ? '' : $e->getMessage();
        }

        return new SumsView(
            sums: array_values(array_map(fn (Calculation $c): array => [
                'link' => new Link($c->about()->name, $this->links->to($context, 'voice_sums', ['name' => $c->about()->id])),
                'here' => $c->about()->id === $about->id,
            ], $all)),
            title: $about->name,
            standard: $about->standard,
            url: $this->links->to($context, 'voice_sums', ['name' => $about->id]),
            fields: array_map(static fn (Input $i): FormField => self::field($i, $typed), $about->inputs),
            results: $results,
            error: $error,
            begun: 'erlang-b' === $about->id ? $this->begun($context) : [],
            drawing: null !== $answer && 'erlang-b' === $about->id ? self::drawing(
                (float) $answer['traffic'],
                (int) $answer['channels'],
            ) : null,
        );
    }

    /** @return list<Link> */
    private function begun(JobContext $context): array
    {
        $links = [];
        foreach ($context->job->all(Trunk::class) as $trunk) {
            if (null !== $trunk->callsPerHour) {
                $given = ['callsPerHour' => (string) $trunk->callsPerHour, 'holdSeconds' => (string) $trunk->holdSeconds];
                $given += null === $trunk->channels() ? [] : ['channels' => (string) $trunk->channels()];
                $links[] = new Link($trunk->name, $this->links->to($context, 'voice_sums', ['name' => 'erlang-b', ...$given]));
            }
        }

        return $links;
    }

    private static function drawing(float $traffic, int $channels): SumDrawing
    {
        $values = [];
        for ($n = max(1, $channels - 5); $n <= $channels + 5; ++$n) {
            $values[$n] = 100 * ErlangB::loss($traffic, $n);
        }

        return SumDrawing::drawn('Blocking probability, %, by channels', $values, (string) $channels, '%.1f');
    }

    /** @param array<string, string> $typed */
    private static function field(Input $input, array $typed): FormField
    {
        $default = \is_bool($input->default) || null === $input->default || [] !== $typed ? '' : (string) $input->default;
        $label = SumWords::words($input->name);
        $unit = self::unit($input->name, $input->unit);

        return new FormField(
            name: $input->name,
            label: $label.('' === $unit || $input->isFlag() ? '' : ', '.$unit),
            value: $typed[$input->name] ?? $default,
            control: match (true) {
                $input->isFlag() => 'check',
                [] !== $input->columns => 'area',
                [] === $input->options => 'text',
                default => 'select',
            },
            technical: true,
            options: [] === $input->options ? [] : array_combine($input->options, $input->options),
            more: $input->isNumber() ? ['inputmode' => 'decimal', 'maxlength' => 20] : [],
        );
    }

    private static function unit(string $name, string $unit): string
    {
        return match (true) {
            'loss' === $name => '0 to 1',
            'channels' === $name => '',
            'burstR' === $name => '1 for none',
            default => $unit,
        };
    }

    private static function shown(string $name, int|float|string|bool $value): string
    {
        return match (true) {
            \is_bool($value) => $value ? 'yes' : 'no',
            \is_string($value) => $value,
            'loss' === $name => \sprintf('%.4f (%.1f %%)', $value, 100 * $value),
            \is_int($value) => number_format($value, 0, '.', "\u{2009}"),
            default => rtrim(rtrim(\sprintf('%.2f', $value), '0'), '.'),
        };
    }
}
