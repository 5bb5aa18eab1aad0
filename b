

  a backup
    1) holds everything, and is the same installation in an empty directory
    2) goes on where it was: the next booking has the next number
    3) is put back in memory and verified without being written anywhere
    ✔ says nothing to who has not the passphrase, and names nobody (46151ms)
    4) that was cut off or changed is refused, and nothing of it is there
    5) that was cut off or changed is refused, and nothing of it is there
    ✔ is put into no installation that is there (23851ms)
