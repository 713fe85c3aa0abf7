<?php

declare(strict_types=1);

namespace Vorhut\Core\Bench;

/** Ways of reaching a unit that is still in its factory state. */
enum Technique: string
{
    case AddAddress = 'add-address';
    case BenchLease = 'bench-lease';
    case LinkLocal = 'link-local';
    case AtTheUnit = 'at-the-unit';
    case LabelName = 'label-name';
    case MoveRouter = 'move-router';

    public function title(): string
    {
        return match ($this) {
            self::AddAddress => 'Add an address to the laptop',
            self::BenchLease => 'Give it a lease on the bench',
            self::LinkLocal => 'Meet it by link-local address',
            self::AtTheUnit => 'Enter it at the unit',
            self::LabelName => 'Open it by the name on its label',
            self::MoveRouter => 'Move the router\'s network for a while',
        };
    }
}
