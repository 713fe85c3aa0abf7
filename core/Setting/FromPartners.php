<?php

declare(strict_types=1);

namespace Vorhut\Core\Setting;

use Vorhut\Core\Job\Device;
use Vorhut\Core\Profile\Relation\Comparison;
use Vorhut\Core\Profile\Relation\Constraint;
use Vorhut\Core\Profile\Relation\LeadingEnd;
use Vorhut\Core\Profile\Relation\RelationType;
use Vorhut\Core\Profile\Setting\Setting;
use Vorhut\Core\Relation\RelatedUnit;

/** Values that a unit takes over from those it works with. */
final class FromPartners
{
    /** @var array<int, array{array<string, true>, array<string, true>, bool}> by coupling */
    private array $followers = [];

    public function __construct(private readonly Settings $settings) {}

    /** Whether a partner may give the value: most values of a large plan have none. */
    public function may(Device $device, Setting $setting): bool
    {
        foreach ($this->settings->couplings->with($device) as $coupled) {
            [$mine, $theirs, $isNumbered] = $this->followers[spl_object_id($coupled->coupling)] ??= self::followers($coupled->coupling);
            $isFollower = $coupled->from->id === $device->id
                ? isset($mine[$setting->id])
                : $isNumbered || isset($theirs[$setting->id]);
            if ($isFollower) {
                return true;
            }
        }

        return false;
    }

    /** @return iterable<array{mixed, string, string}> value, who says it, the pairing; what several add to a list comes last, at once */
    public function links(Device $device, Setting $setting): iterable
    {
        $listed = [];
        foreach ($this->settings->couplings->with($device) as $coupled) {
            foreach ($coupled->coupling->ties as $tie) {
                if (!$this->leads($coupled, $tie, $device, $setting)) {
                    continue;
                }
                $value = $this->value($coupled, $tie, $device);
                if ($setting->list && !\is_array($value) || Comparison::Listed === $tie->relation) {
                    array_push($listed, ...(\is_array($value) ? $value : [$value]));
                    continue;
                }
                yield [$value, $coupled->said($device), $coupled->id];
            }
        }
        $listed = array_values(array_unique(array_filter($listed, \is_scalar(...))));
        if ([] !== $listed) {
            yield [$listed, 'from its partners', ''];
        }
    }

    /** Whether the tie lets the partner give this value. */
    private function leads(RelatedUnit $coupled, Constraint $tie, Device $device, Setting $setting): bool
    {
        $isFrom = $coupled->from->id === $device->id;
        if ($tie->lead !== ($isFrom ? LeadingEnd::Theirs : LeadingEnd::Mine)) {
            return false;
        }

        return ($isFrom ? $tie->mine === $setting->id : $this->names($coupled, $tie, $setting))
            && $this->settings->holds($coupled->from, $tie->when);
    }

    private function value(RelatedUnit $coupled, Constraint $tie, Device $device): mixed
    {
        return $coupled->from->id === $device->id
            ? $this->settings->reference($coupled->to, (string) $this->settings->theirs($coupled, $tie))
            : $this->settings->reference($coupled->from, $tie->mine);
    }

    private function names(RelatedUnit $coupled, Constraint $tie, Setting $setting): bool
    {
        if (!str_contains($tie->theirs, '{')) {
            return $tie->theirs === $setting->id;
        }
        $stem = substr($tie->theirs, 0, (int) strpos($tie->theirs, '{'));

        return str_starts_with($setting->id, $stem) && $this->settings->theirs($coupled, $tie) === $setting->id;
    }

    /** @return array{array<string, true>, array<string, true>, bool} settings that follow at either end, and whether some have a number */
    private static function followers(RelationType $coupling): array
    {
        $mine = $theirs = [];
        $isNumbered = false;
        foreach ($coupling->ties as $tie) {
            if (LeadingEnd::Theirs === $tie->lead) {
                $mine[$tie->mine] = true;
            } elseif (LeadingEnd::Mine === $tie->lead) {
                $theirs[$tie->theirs] = true;
                $isNumbered = $isNumbered || str_contains($tie->theirs, '{');
            }
        }

        return [$mine, $theirs, $isNumbered];
    }
}
