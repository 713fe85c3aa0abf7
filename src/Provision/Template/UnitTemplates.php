<?php

declare(strict_types=1);

namespace Vorhut\App\Provision\Template;

use Twig\Environment;
use Twig\Error\Error;
use Twig\Extension\SandboxExtension;
use Twig\Loader\ArrayLoader;
use Twig\Runtime\EscaperRuntime;
use Twig\Sandbox\SecurityPolicy;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Profile\Escape;
use Vorhut\Core\Profile\Provisioning;
use Vorhut\Core\Provision\Variables;

/** Renders files of units from the templates of their kinds, which may be anybody's: in a sandbox, with their values alone. */
final class UnitTemplates
{
    private const TAGS = ['if', 'for', 'set'];
    private const FILTERS = ['e', 'escape', 'upper', 'lower', 'join', 'default', 'replace', 'length', 'first', 'last', 'trim', 'slice'];

    /** Characters of a template. */
    private const LONGEST = 20000;

    /** @var array<string, Environment> by way of escaping */
    private array $environments = [];

    /**
     * @param array<string, mixed> $values by the names in Variables
     *
     * @throws InvalidValue for a template that cannot be read, with its line and what it may use
     */
    public function render(Provisioning $provisioning, array $values): string
    {
        $text = implode("\n", $provisioning->template)."\n";
        if (\strlen($text) > self::LONGEST) {
            throw new InvalidValue('a template', \sprintf('at most %d characters', self::LONGEST), 'Shorten it.');
        }
        try {
            $twig = $this->environment($provisioning->escape);
            $template = $twig->createTemplate($text);
            $twig->getExtension(RenderBudget::class)->begin();

            return $template->render(self::plain($values));
        } catch (Error $e) {
            throw new InvalidValue(
                mb_strimwidth($provisioning->template[max(0, $e->getTemplateLine() - 1)] ?? '', 0, 60, '…'),
                'Twig with '.implode(', ', self::TAGS).' and the values '.implode(', ', array_keys(Variables::ALL)),
                \sprintf('Line %d: %s', $e->getTemplateLine(), $e->getRawMessage()),
            );
        }
    }

    private function environment(Escape $escape): Environment
    {
        if (!isset($this->environments[$escape->value])) {
            $twig = new Environment(new ArrayLoader(), [
                'strict_variables' => true,
                'autoescape' => Escape::Xml === $escape ? 'html' : $escape->value,
            ]);
            $twig->addExtension(new SandboxExtension(new SecurityPolicy(self::TAGS, self::FILTERS), true));
            $twig->addExtension(new RenderBudget());
            $twig->addNodeVisitor(new TemplateGuard());
            $runtime = $twig->getRuntime(EscaperRuntime::class);
            $runtime->setEscaper(Escape::Plain->value, static fn (string $text): string => $text);
            $runtime->setEscaper(Escape::Quoted->value, static fn (string $text): string => addcslashes($text, '"\\'));
            $this->environments[$escape->value] = $twig;
        }

        return $this->environments[$escape->value];
    }

    /**
     * Without control characters: a value stays on its line, whatever somebody named a phone.
     *
     * @param array<array-key, mixed> $values
     *
     * @return array<array-key, mixed>
     */
    private static function plain(array $values): array
    {
        return array_map(static fn (mixed $value): mixed => match (true) {
            \is_array($value) => self::plain($value),
            \is_string($value) => trim((string) preg_replace('/[\p{C}\p{Zl}\p{Zp}]+/u', ' ', $value)),
            default => $value,
        }, $values);
    }
}
