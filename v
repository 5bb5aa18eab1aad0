

  what was changed by hand behind the books
    1) a line of the journal that is gone is named
    ✔ an entry that is gone with all its lines as well (72ms)
    ✔ what belongs to no booking: journal of a voucher (70ms)
    ✔ what belongs to no booking: journal of a count (67ms)
    ✔ an entry of nothing that is known (68ms)
    ✔ an errand that waits, or that has sent a letter, is named (133ms)
    ✔ stops where it is told to (80ms)


  6 passing (7s)
  1 failing

  1) what was changed by hand behind the books
       a line of the journal that is gone is named:
     AssertionError: expected 'Payment before the service: liabiliti…' to match /^Deposit received: liabilities:client deposits -\d+$/
      at Context.<anonymous> (src/server/verify/verify.test.ts:45:29)
      at process.processTicksAndRejections (node:internal/process/task_queues:95:5)



