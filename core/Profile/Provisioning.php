<?php

declare(strict_types=1);

namespace Vorhut\Core\Profile;

use Vorhut\Core\Record\Field\Choice;
use Vorhut\Core\Record\Field\Lines;
use Vorhut\Core\Record\Field\Records;
use Vorhut\Core\Record\Field\Text;

/** The file by which a unit is told its settings: what it is called, what stands in it, how the unit learns where it is. */
final readonly class Provisioning
{
    /**
     * @param list<string> $template lines of a Twig template
     * @param list<LeaseOption> $options in the order in which the unit tries them
     */
    public function __construct(
        #[Text(
            'Name of the file',
            max: 80,
            default: '{mac}.cfg',
            pattern: '/^[A-Za-z0-9._-]*\{(?:mac|MAC)\}[A-Za-z0-9._-]*$/D',
            says: 'a name with {mac} or {MAC} in it, the MAC without separators in small letters or capitals',
            technical: true,
        )]
        public string $file,
        #[Choice(FileType::class, 'Media type', default: FileType::Text)]
        public FileType $type,
        #[Choice(Escape::class, 'Values are', default: Escape::Plain)]
        public Escape $escape,
        #[Lines('Lines of the file')]
        public array $template,
        #[Records(LeaseOption::class, 'DHCP options')]
        public array $options,
    ) {}

    /** Whether units of the kind take a file at all. */
    public function isThere(): bool
    {
        return [] !== $this->template;
    }

    public function fileOf(string $mac): string
    {
        return strtr($this->file, ['{mac}' => strtolower($mac), '{MAC}' => strtoupper($mac)]);
    }

    /** The MAC in a name that a unit asks for, in capitals; null where the name is another's. */
    public function macIn(string $name): ?string
    {
        $pattern = \sprintf('/^%s$/Di', preg_replace('/\\\\\{mac\\\\\}/i', '([0-9a-f]{12})', preg_quote($this->file, '/')));

        return 1 === preg_match($pattern, $name, $m) ? strtoupper($m[1]) : null;
    }
}
