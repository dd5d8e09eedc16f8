<?
$book = array();
function entry($name, $sum) { global $book; if ($sum == "") return; $book[$name] = $sum; }
