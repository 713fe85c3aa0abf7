<?php

declare(strict_types=1);

namespace Vorhut\App\Cli;

use Symfony\Component\Console\Output\OutputInterface;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Record\FileError;
use Vorhut\Core\Record\InvalidFile;
use Vorhut\Core\Record\Json;

/** Questions from standard input, a JSON object a line, each answered by a line in the same order. */
final class NdjsonAnswers
{
    /**
     * @param \Closure(mixed, string): array<string, mixed> $answer to what a line decodes to, and the line
     * @param bool $isNumbered whether a line without an id is answered with null for it
     *
     * @return int exit code: 2 if a line could not be understood
     */
    public static function write(OutputInterface $output, \Closure $answer, bool $isNumbered = false): int
    {
        $code = JobCommand::OK;
        $stdin = fopen('php://stdin', 'r');
        $answers = '';
        while (false !== $stdin && false !== ($line = fgets($stdin))) {
            $line = trim($line);
            if ('' === $line) {
                continue;
            }
            $query = json_decode($line, true);
            $isNamed = \is_array($query) && \array_key_exists('id', $query);
            $id = $isNamed || $isNumbered ? ['id' => $isNamed ? $query['id'] : null] : [];
            try {
                $said = [...$id, ...$answer($query, $line)];
            } catch (InvalidFile $e) {
                $said = [...$id, 'errors' => array_map(static fn (FileError $error): array => get_object_vars($error), $e->errors)];
                $code = JobCommand::BAD_INPUT;
            } catch (InvalidValue $e) {
                $said = [...$id, 'errors' => [['given' => $e->given, 'allowed' => $e->allowed, 'advice' => $e->advice]]];
                $code = JobCommand::BAD_INPUT;
            }
            $answers .= Json::line($said)."\n";
            // Whoever asks line by line gets each answer at once; a whole file's are written in parts.
            if (0 === stream_get_meta_data($stdin)['unread_bytes']) {
                $output->write($answers, false, OutputInterface::OUTPUT_RAW);
                $answers = '';
            }
        }
        $output->write($answers, false, OutputInterface::OUTPUT_RAW);

        return $code;
    }
}
