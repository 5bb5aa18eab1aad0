// A page is alive once its scripts have come. One that has not come is asked for again as long as the page is open, and
// whoever waits is told. How many are missing stands at the page itself, where its later parts count too, maybe before this.
(function () {
  var againAfter = 3000;
  var page = document.documentElement;
  var told = document.getElementById('not-come');
  var renewedTold = document.getElementById('renewed');
  function tell() {
    var isMissing = Number(page.dataset.missing) > 0;
    var renewed = page.dataset.renewed === 'yes';
    told.hidden = !isMissing || renewed;
    renewedTold.hidden = !isMissing || !renewed;
    if (isMissing && !renewed) lookWhetherRenewed();
  }

  // Names of scripts tell what is in them: where one of this page is not there any more, the program is another one by now,
  // and asking on would be in vain.
  var looking = false;
  function lookWhetherRenewed() {
    if (looking) return;
    looking = true;
    var islands = Array.from(document.querySelectorAll('astro-island[component-url]'));
    var addresses = new Set(islands.map((island) => island.getAttribute('component-url')));
    Promise.all(
      Array.from(addresses, (address) =>
        fetch(address, { method: 'HEAD', cache: 'no-store' }).then(
          (response) => response.status === 404,
          () => false,
        ),
      ),
    ).then(function (gone) {
      looking = false;
      if (!gone.includes(true)) return;
      page.dataset.renewed = 'yes';
      tell();
    });
  }

  // What was typed is put back into the same fields of the page that comes; nothing of cards or passwords is kept.
  var keptUnder = 'ostendo.typed ' + location.pathname;
  var fields =
    'select, textarea, input:not([type]), input[type=text], input[type=email], input[type=tel], input[type=search], input[type=number], input[type=date], input[type=time]';
  function nameOf(field) {
    var label = field.labels && field.labels[0] ? field.labels[0].textContent : '';
    return field.name || field.getAttribute('aria-label') || label || field.placeholder || '';
  }
  function eachField(work) {
    var counts = {};
    document.querySelectorAll(fields).forEach(function (field) {
      var name = nameOf(field);
      counts[name] = (counts[name] || 0) + 1;
      if (name && !/^cc-|one-time-code/.test(field.autocomplete)) work(field, name + ' ' + counts[name]);
    });
  }
  document.addEventListener('click', function (event) {
    if (!(event.target instanceof Element) || !event.target.closest('[data-anew]')) return;
    event.preventDefault();
    var typed = {};
    eachField(function (field, name) {
      if (field.value !== '') typed[name] = field.value;
    });
    try {
      sessionStorage.setItem(keptUnder, JSON.stringify(typed));
    } catch {
      // A page that may keep nothing is loaded all the same.
    }
    location.reload();
  });
  // A part that comes alive only now, on a slow machine, would put its own back: looked at for a while, and set once more where
  // a field is as it came.
  function putBack(typed, cameWith, rounds) {
    eachField(function (field, name) {
      if (!(name in typed) || field.value === typed[name]) return;
      if (!(name in cameWith)) cameWith[name] = field.value;
      if (field.value !== cameWith[name]) return;
      // Past the page's own account of its fields, which is told by the event.
      Object.getOwnPropertyDescriptor(Object.getPrototypeOf(field), 'value').set.call(field, typed[name]);
      field.dispatchEvent(new Event('input', { bubbles: true }));
      field.dispatchEvent(new Event('change', { bubbles: true }));
    });
    if (rounds > 0) setTimeout(putBack, 200, typed, cameWith, rounds - 1);
  }
  function whenAlive(typed, triesLeft) {
    if (triesLeft > 0 && document.querySelector('astro-island[ssr]'))
      return setTimeout(whenAlive, 100, typed, triesLeft - 1);
    setTimeout(putBack, 50, typed, {}, 15);
  }
  try {
    var left = sessionStorage.getItem(keptUnder);
    sessionStorage.removeItem(keptUnder);
    if (left) addEventListener('load', () => whenAlive(JSON.parse(left), 100));
  } catch {
    // The same.
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
    if (page.dataset.renewed === 'yes') return;
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
