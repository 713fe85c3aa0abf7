<?php

declare(strict_types=1);

namespace Vorhut\App\Kinds;

use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Web\View\TypingView;
use Vorhut\Core\Keypad\Keypad;
use Vorhut\Core\Keypad\KeySequence;
use Vorhut\Core\Profile\DeviceProfile;
use Vorhut\Core\Record\Json;

/** Lets somebody practise typing at a unit before standing in front of it. */
final readonly class PracticePage
{
    private const TEXTS = ['https://10.47.10.10/phones', '0247000010ab', 'Ferry-Bell-7', '10.47.20.21'];
    private const LONGEST = 60;

    public function __construct(private UrlGeneratorInterface $urls) {}

    public function show(JobContext $context, DeviceProfile $profile, string $wanted, string $text): PracticeView
    {
        $keypad = self::keypad($profile, $wanted);
        $possible = array_values(array_filter(
            self::TEXTS,
            static fn (string $t): bool => [] === KeySequence::fromKeypad($keypad, $t)->impossible,
        ));
        $text = mb_substr('' === $text ? $possible[0] ?? '' : $text, 0, self::LONGEST);
        $sequence = KeySequence::fromKeypad($keypad, $text);
        $texts = $keypads = [];
        foreach ($possible as $one) {
            $texts[$one] = $this->url($context, $profile, ['keypad' => $keypad->id, 'text' => $one]);
        }
        foreach ($profile->keypads as $one) {
            $keypads[ucfirst(strtr($one->id, '-', ' '))] = $this->url($context, $profile, ['keypad' => $one->id]);
        }

        return new PracticeView(
            kind: $profile->name,
            keypad: ucfirst(strtr($keypad->id, '-', ' ')),
            keys: self::keys($keypad),
            faces: self::faces($keypad),
            modeKey: $keypad->modeKey,
            nextKey: $keypad->nextKey,
            backKey: $keypad->backKey,
            rules: Json::line(self::rules($keypad)),
            text: $text,
            best: $sequence->total,
            bestSeconds: \sprintf('%.0f', ceil($sequence->seconds)),
            typing: TypingView::fromSequence($sequence),
            texts: $texts,
            keypads: $keypads,
            kindUrl: $this->urls->generate('kind', ['slug' => $context->stored->getSlug(), 'id' => $profile->id]),
        );
    }

    private static function keypad(DeviceProfile $profile, string $wanted): Keypad
    {
        foreach ($profile->keypads as $keypad) {
            if ($keypad->id === $wanted) {
                return $keypad;
            }
        }

        return $profile->keypads[0] ?? throw new \LogicException('A device type without keypads.');
    }

    /** @return list<string> 1 to 9, star, 0 and hash in their places, others behind */
    private static function keys(Keypad $keypad): array
    {
        $all = [];
        foreach ($keypad->modes as $mode) {
            foreach ($mode->keys as $key) {
                $all[$key->key] = $key->key;
            }
        }
        $placed = ['1', '2', '3', '4', '5', '6', '7', '8', '9', '*', '0', '#'];
        $all = array_map(strval(...), $all);

        return [...array_values(array_intersect($placed, $all)), ...array_values(array_diff($all, $placed))];
    }

    /** @return array<array-key, string> */
    private static function faces(Keypad $keypad): array
    {
        $faces = [];
        foreach ($keypad->modes as $mode) {
            foreach ($mode->keys as $key) {
                $faces[$key->key] = trim(($faces[$key->key] ?? '').' '.$key->types);
            }
        }

        return array_map(static fn (string $f): string => mb_strimwidth($f, 0, 22, '…'), $faces);
    }

    /** @return array<string, mixed> */
    private static function rules(Keypad $keypad): array
    {
        $modes = [];
        foreach ($keypad->modes as $mode) {
            $keys = [];
            foreach ($mode->keys as $key) {
                $keys[$key->key] = $key->characters();
            }
            $modes[] = ['id' => $mode->id, 'keys' => (object) $keys];
        }
        $ids = array_column($modes, 'id');

        return [
            'modes' => $modes,
            'start' => max(0, (int) array_search($keypad->start, $ids, true)),
            'modeKey' => $keypad->modeKey,
            'nextKey' => $keypad->nextKey,
            'backKey' => $keypad->backKey,
            'pause' => $keypad->pause,
        ];
    }

    /** @param array<string, string> $query */
    private function url(JobContext $context, DeviceProfile $profile, array $query): string
    {
        return $this->urls->generate('practice', ['slug' => $context->stored->getSlug(), 'id' => $profile->id, ...$query]);
    }
}
