

  the agreement as a PDF
    ✔ is sound, tagged, in a language, and names itself (613ms)
    ✔ five pages of it are sound too (165ms)

  invoices and credit notes
    ✔ follow each receipt and the end of the service, by themselves and once (2365ms)
    ✔ are sent with the PDF, to whoever gets the bills (1239ms)
    ✔ come with the letter that says what the booking came to, unless the bills go to somebody else (1620ms)
    ✔ have no gap and no number twice where fifty are issued at once, some of them in transactions that fail (2478ms)
    ✔ are never changed, only taken back; after that another one can be issued (1684ms)
    ✔ on account by hand ask for nothing that had come, and for what has not (448ms)
    ✔ are held, and say what is missing, before anything is issued (323ms)
    ✔ a tax number of a wrong form is refused at its field; one that was looked up stays so (106ms)
    ✔ take trial numbers where the booking is a trial (307ms)
    ✔ are read by other programs: on account, final with deductions, credit, mixed rates, taxes on top (5853ms)
    ✔ say that they are no data where a line carries two taxes (386ms)
    ✔ another booking’s link opens none of them (253ms)
    ✔ that were held are issued by themselves once what was missing is there (1055ms)
    ✔ issued by hand are found again by a repeat of the request, whatever they followed from (1191ms)
    that are open after their day
      ✔ are asked for again by the reminders of the terms, counted from their own day (1735ms)
      ✔ are left alone once they are paid, or taken back (1139ms)
    for whom they are
      ✔ is what was said of the booking by its link, and leaves the client as they are known (800ms)
      ✔ is the client’s own where nothing was said, and again once the owner says so (218ms)
      ✔ a number that the owner looked up stays so while it is the same (85ms)
      ✔ refused: a link that opens nothing
      ✔ refused: a cart that is not there
      ✔ refused: an offer that is not there
      ✔ refused: a request that is not there
      ✔ refused: a number of a wrong form
      ✔ whoever pays for the client is asked with them, by a link of a payer’s own (935ms)
    how to pay by transfer
      ✔ stands in each letter that asks for money, with a code of account, sum and reference (165ms)
      ✔ of an invoice by its own number, for what is open of it; not of one that is paid (1040ms)
      ✔ for what of an invoice on account is open, and not for the whole price (305ms)
      ✔ not where transfers are not offered, nor a code to another account than the one named (183ms)


  31 passing (36s)

