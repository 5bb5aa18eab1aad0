// A page is alive once its scripts have come. One that has not come is asked for again as long as the page is open, and
// whoever waits is told. How many are missing stands at the page itself, where its later parts count too, maybe before this.
(function () {
  var againAfter = 3000;
  var page = document.documentElement;
  var told = document.getElementById('not-come');
  function tell() {
    told.hidden = !(Number(page.dataset.missing) > 0);
  }
  function count(by) {
    page.dataset.missing = Number(page.dataset.missing || 0) + by;
    tell();
  }
  addEventListener('ostendo:missing', tell);
  tell();

  // The browser has asked for them already, and asks once: whoever asks while it waits gets the same answer.
  function partsOf(island) {
    var addresses = [island.getAttribute('component-url'), island.getAttribute('renderer-url')].filter(Boolean);
    return Promise.all(addresses.map((address) => import(address)));
  }
  function begunAnew(island) {
    island.parentNode.insertBefore(island, island.nextSibling);
  }
  function ask(island) {
    partsOf(island).then(
      function () {
        count(-1);
        begunAnew(island);
      },
      function () {
        setTimeout(ask, againAfter, island);
      },
    );
  }
  addEventListener('load', function () {
    document.querySelectorAll('astro-island[ssr]').forEach(function (island) {
      partsOf(island).then(
        function () {
          // It came with the first asking, then it is alive in a moment, or with this one, and nobody has begun with it.
          setTimeout(function () {
            if (island.hasAttribute('ssr')) begunAnew(island);
          }, againAfter);
        },
        function () {
          count(1);
          setTimeout(ask, againAfter, island);
        },
      );
    });
  });
})();
