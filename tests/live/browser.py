"""browser.py - a browser driven by the WebDriver protocol (W3C), with nothing but Python's own
modules: chromedriver and Chromium, without a window."""
import base64
import json
import subprocess
import time
import urllib.error
import urllib.request

ELEMENT = "element-6066-11e4-a52e-4f735466cecf"


class Browser:
    def __init__(self, width=1280, height=800):
        self.driver = subprocess.Popen(["chromedriver", "--port=0"], stdout=subprocess.PIPE,
                                       stderr=subprocess.DEVNULL, text=True)
        port = None
        while port is None:
            line = self.driver.stdout.readline()
            if not line:
                raise RuntimeError("chromedriver does not start")
            if "started successfully on port" in line:
                port = int(line.rstrip().rstrip(".").split()[-1])
        self.base = f"http://127.0.0.1:{port}"
        options = {"args": ["--headless=new", "--no-sandbox", "--disable-gpu",
                            f"--window-size={width},{height}"]}
        self.log = {"browser": "ALL"}
        answer = self.call("POST", "/session", {"capabilities": {"alwaysMatch": {
            "browserName": "chrome", "goog:chromeOptions": options,
            "goog:loggingPrefs": self.log}}})
        self.base += "/session/" + answer["sessionId"]

    def call(self, method, path, body=None):
        data = None if body is None else json.dumps(body).encode()
        request = urllib.request.Request(self.base + path, data, method=method,
                                         headers={"Content-Type": "application/json"})
        try:
            with urllib.request.urlopen(request, timeout=60) as answer:
                return json.load(answer)["value"]
        except urllib.error.HTTPError as error:
            raise RuntimeError(json.load(error)["value"]["message"]) from None

    def go(self, url):
        self.call("POST", "/url", {"url": url})

    def run(self, script, *arguments):
        return self.call("POST", "/execute/sync", {"script": script, "args": list(arguments)})

    def wait(self, script, seconds=20):
        """Until the script returns something true, which is returned."""
        end = time.monotonic() + seconds
        while True:
            value = self.run("return " + script)
            if value:
                return value
            if time.monotonic() > end:
                raise AssertionError(f"waited {seconds} s for: {script}")
            time.sleep(0.05)

    def element(self, css):
        return self.call("POST", "/element", {"using": "css selector", "value": css})[ELEMENT]

    def click(self, css):
        self.call("POST", f"/element/{self.element(css)}/click", {})

    def keys(self, text):
        """Typed on whatever has the focus, one by one."""
        actions = []
        for key in text:
            actions += [{"type": "keyDown", "value": key}, {"type": "pause", "duration": 30},
                        {"type": "keyUp", "value": key}]
        self.call("POST", "/actions",
                  {"actions": [{"type": "key", "id": "keys", "actions": actions}]})

    def press_at(self, css, x, y):
        """The mouse pressed and let go at a place of an element, from its middle."""
        origin = {ELEMENT: self.element(css)}
        self.call("POST", "/actions", {"actions": [{
            "type": "pointer", "id": "mouse", "actions": [
                {"type": "pointerMove", "origin": origin, "x": x, "y": y},
                {"type": "pointerDown", "button": 0}, {"type": "pause", "duration": 150},
                {"type": "pointerUp", "button": 0}]}]})

    def picture(self, path):
        with open(path, "wb") as f:
            f.write(base64.b64decode(self.call("GET", "/screenshot")))

    def errors(self):
        return [entry["message"] for entry in self.call("POST", "/se/log", {"type": "browser"})
                if entry["level"] == "SEVERE"]

    def close(self):
        try:
            self.call("DELETE", "")
        finally:
            self.driver.terminate()
            self.driver.wait()
