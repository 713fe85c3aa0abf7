<?php

declare(strict_types=1);

namespace Vorhut\App\Proof;

use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpKernel\Exception\BadRequestHttpException;
use Vorhut\Core\Proof\Axis;

/** One cell of the matrix in Proof, as addresses and tests name it. */
final readonly class Cell implements \Stringable
{
    private function __construct(public Axis $axis, public string $row, public string $column) {}

    /** @throws BadRequestHttpException for a cell that cannot be one: it must not be taken for the whole job */
    public static function ofRequest(Request $request): ?self
    {
        $input = $request->isMethod('POST') ? $request->request : $request->query;
        if ('' === $input->getString('row') && '' === $input->getString('column')) {
            return null;
        }
        $text = implode("\n", [$input->getString('axis'), $input->getString('row'), $input->getString('column')]);

        return self::tryFrom($text) ?? throw new BadRequestHttpException('There is no such cell in the matrix. Open it from Proof.');
    }

    public static function tryFrom(string $text): ?self
    {
        $parts = explode("\n", $text);
        $axis = Axis::tryFrom($parts[0]);

        return null === $axis || 3 !== \count($parts) || mb_strlen($text) > 300 ? null : new self($axis, $parts[1], $parts[2]);
    }

    /** @return array{axis: string, row: string, column: string} */
    public function query(): array
    {
        return ['axis' => $this->axis->value, 'row' => $this->row, 'column' => $this->column];
    }

    public function __toString(): string
    {
        return implode("\n", $this->query());
    }
}
