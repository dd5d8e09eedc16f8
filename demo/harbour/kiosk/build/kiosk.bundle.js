var board=document.querySelector("#board");setInterval("refresh()",6e4);
