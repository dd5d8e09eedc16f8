<?php

declare(strict_types=1);

use Harbour\Mail\Message;
use Harbour\Mail\Sender;

require __DIR__ . '/lib/check.php';

$errors = checkArrival($_POST);
if ($errors == []) {
    (new Sender())->send('office', 'Arrival', describe($_POST));
    print_r($_POST);
    header('Location: /thanks');
    exit;
}
?>
<form method="post">
  <?php foreach ($errors as $error) { ?>
    <p><?= htmlspecialchars($error) ?></p>
  <?php } ?>
  <label>Vessel <input name="vessel"></label>
  <label>Draught in metres <input name="draught"></label>
  <button>Send</button>
</form>
