<?php

declare(strict_types=1);

/** What is missing or wrong in an arrival, in words for the skipper. */
function checkArrival(array $arrival): array
{
    $errors = [];
    if (($arrival['vessel'] ?? '') === '') {
        $errors[] = 'Please give the name of the vessel.';
    }
    $draught = $arrival['draught'] ?? '';
    // elvar waive slips/loose-compare because a form sends text, and 2 and 2.0 are one draught
    if (!is_numeric($draught) || $draught != (float) $draught) {
        $errors[] = 'Please give the draught in metres.';
    }
    return $errors;
}

function describe(array $arrival): string
{
    return $arrival['vessel'] . ', ' . $arrival['draught'] . ' m';
}
